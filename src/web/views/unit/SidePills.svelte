<script lang="ts">
  import { toggled } from './unitState.svelte';

  type Side = 'mesial' | 'distal';

  let { label, sides, onchange }: { label: string; sides: Side[] | undefined; onchange: (sides: Side[]) => void } =
    $props();

  const both: Side[] = ['mesial', 'distal'];
</script>

<div role="group" aria-label={label} class="py-0.5">
  <span class="block text-[14px]">{label}</span>
  {#each both as side (side)}
    <button
      class="pill mr-1.5 text-[13px] first-letter:uppercase"
      aria-pressed={sides?.includes(side) ?? false}
      onclick={() => onchange(toggled(sides, side))}>{side}</button
    >
  {/each}
</div>
