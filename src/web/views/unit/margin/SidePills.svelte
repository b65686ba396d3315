<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { sides, toggled, type Side } from '../entries';

  let { label, chosen, onchange }: { label: string; chosen: Side[] | undefined; onchange: (sides: Side[]) => void } =
    $props();
</script>

<div role="group" aria-label={label} class="flex items-center justify-between gap-1.5">
  <span class="min-w-0 flex-1 text-[14px] leading-tight">{label}</span>
  {#each sides as side (side)}
    <Button
      class="text-[13px] first-letter:uppercase"
      aria-pressed={chosen?.includes(side) ?? false}
      onclick={() => onchange(toggled(chosen, side))}>{side}</Button
    >
  {/each}
</div>
