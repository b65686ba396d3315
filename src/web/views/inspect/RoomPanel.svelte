<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import { mm } from '../../words/words';
  import type { Tooth } from './inspectState.svelte';

  let { tooth, setId }: { tooth: Tooth; setId: string } = $props();

  type Slide = Schemas['Slide'];
  const slides: readonly { slide: Slide; words: string }[] = [
    { slide: 'protrusive', words: 'Forward' },
    { slide: 'working', words: 'To this side' },
    { slide: 'balancing', words: 'To the other' },
  ];
  let chosen = $state<Slide>('protrusive');
  /** Steps along the condylar path; 0 is closed. */
  let step = $state(0);
  let sliding = $state.raw<Schemas['SlidingView'] | null>(null);
  let failed = $state('');

  $effect(() => {
    const params = { path: { id: setId, tooth: tooth.tooth } };
    let left = false;
    answer(api.GET('/api/scans/{id}/teeth/{tooth}/sliding', { params }))
      .then((found) => {
        if (!left) sliding = found;
      })
      .catch((error: Error) => (failed = error.message));
    return () => (left = true);
  });

  const zones = $derived(sliding?.zones.filter((zone) => zone.slide === chosen) ?? []);
  const steps = $derived((zones[0]?.roomMm.length ?? 1) - 1);
  const most = $derived(Math.max(3, ...zones.flatMap((zone) => zone.roomMm)));
  const gone = $derived(mm(step * (sliding?.stepMm ?? 0)));
</script>

<p class="font-semibold">Room to the other jaw</p>
{#if failed}
  <p class="mt-2">{failed}</p>
{:else if !sliding}
  <p class="quiet mt-2" role="status">measuring the slides …</p>
{:else if sliding.zones.length === 0}
  <p class="mt-2">
    The other jaw wasn’t scanned, or doesn’t close on these teeth. Add its scan to have the room told, closed and
    sliding.
  </p>
{:else}
  <div class="my-2 flex flex-wrap gap-1 text-[13px]" role="group" aria-label="Slide">
    {#each slides as { slide, words } (slide)}
      <Button class="px-2" aria-pressed={chosen === slide} onclick={() => (chosen = slide)}>{words}</Button>
    {/each}
  </div>
  <label class="grid grid-cols-[3rem_1fr_4.5rem] items-center gap-2 text-[13px] text-soft">
    closed
    <input
      type="range"
      class="min-h-9"
      min="0"
      max={steps}
      step="1"
      bind:value={step}
      aria-valuetext="{gone} mm along the condylar path"
    />
    <span class="measure text-[15px] text-ink">{step === 0 ? 'closed' : `${gone} mm`}</span>
  </label>
  <table class="mt-2 w-full text-[13px]">
    <thead class="text-soft"
      ><tr
        ><th class="text-left font-normal">zone</th><th class="pl-3 text-right font-normal">room</th><th
          class="pl-3 text-right font-normal">needs</th
        ></tr
      ></thead
    >
    <tbody>
      {#each zones as zone (zone.words)}
        {@const room = zone.roomMm[step]!}
        {@const short = room < zone.neededMm}
        <tr class="border-t border-hairline">
          <td class="py-1"
            >{zone.words}
            <span class="mt-1 block h-[5px] bg-hairline" aria-hidden="true">
              <span class="relative block h-full {short ? 'bg-short' : 'bg-firm'}" style:width="{(100 * room) / most}%"
              ></span>
            </span>
          </td>
          <td class="measure pl-3 text-right text-[15px] {short ? 'text-short' : ''}">{mm(room)}{short ? ' ↓' : ''}</td>
          <td class="measure pl-3 text-right text-[15px] text-soft">{mm(zone.neededMm)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="quiet mt-3">
    By an average articulator: condylar path {sliding.condylarDeg}°, incisal guidance {sliding.incisalDeg}°, sideways
    shift {sliding.shiftDeg}°. Not this patient’s: mark the slides in the mouth. ↓ less than the restoration needs at
    least.
  </p>
{/if}
