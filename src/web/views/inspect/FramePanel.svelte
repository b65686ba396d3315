<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import type { InspectState } from './inspectState.svelte';

  let { scanned }: { scanned: InspectState } = $props();

  const STEP = 0.5;
  const turns = [
    { name: 'tipMesialDeg', words: 'bite tipped to mesial' },
    { name: 'tipFacialDeg', words: 'bite tipped to facial' },
    { name: 'turnDeg', words: 'turned, mesial to facial' },
  ] as const;

  const isMoved = $derived(turns.some(({ name }) => scanned.correction[name] !== 0));

  function turn(name: (typeof turns)[number]['name'], by: number) {
    void scanned.correct({ [name]: Math.round((scanned.correction[name] + by) * 10) / 10 }, 'how the tooth stands');
  }
</script>

<p class="mt-5 font-semibold">How the tooth stands</p>
<p class="quiet">
  Found by the form laid over the uncut crown; zones and path follow it. Put it right where it is off.
</p>
<table class="mt-1 w-full text-[13px]">
  <tbody>
    {#each turns as { name, words } (name)}
      <tr class="border-t border-hairline">
        <td class="py-1">{words}</td>
        <td class="w-[118px] py-1">
          <span class="flex items-center justify-end gap-1">
            <Button class="min-w-9 px-0 text-center" aria-label="{words}: less" onclick={() => turn(name, -STEP)}
              >−</Button
            >
            <span class="measure w-10 text-center text-[15px]"
              >{scanned.correction[name].toFixed(1).replace('-', '−')}°</span
            >
            <Button class="min-w-9 px-0 text-center" aria-label="{words}: more" onclick={() => turn(name, STEP)}
              >+</Button
            >
          </span>
        </td>
      </tr>
    {/each}
  </tbody>
</table>
{#if isMoved}
  <LineButton
    onclick={() => void scanned.correct({ tipMesialDeg: 0, tipFacialDeg: 0, turnDeg: 0 }, 'how the tooth stands')}
    >as found</LineButton
  >
{/if}
