<script lang="ts">
  import { mm } from '../../../words/words';
  import type { UnitState } from '../unitState.svelte';

  let { unitState }: { unitState: UnitState } = $props();

  const shown = 4;
  const moved = $derived(unitState.moved);
</script>

<p class="min-w-0 text-[14px]" role="status" aria-label="Moved since the findings were opened">
  {#if moved.length > 0}
    {#each moved.slice(0, shown) as one (one.what)}
      <span class="mr-4 inline-block"
        >{one.what}
        <span class="measure text-[16px] whitespace-nowrap text-plum">{mm(one.from)} → {mm(one.to)}</span></span
      >
    {/each}
    {#if moved.length > shown}<span class="text-soft">and {moved.length - shown} more</span>{/if}
  {:else if unitState.still}
    <span class="text-soft">Moves no depth or level here.</span>
  {:else}
    <span class="text-soft">What they move shows here.</span>
  {/if}
  {#if unitState.still || moved.length > 0}
    {@const { come, gone } = unitState.cautionsMoved}
    {#if come > 0}<span class="text-over"> {come === 1 ? 'A caution comes.' : `${come} cautions come.`}</span>{/if}
    {#if gone > 0}<span class="text-soft"> {gone === 1 ? 'A caution goes.' : `${gone} cautions go.`}</span>{/if}
  {/if}
</p>
