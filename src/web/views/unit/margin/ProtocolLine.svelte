<script lang="ts">
  import type { PlanChange, Unit } from '../../../api/client';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  const other = $derived(unit.otherProtocol);
  const kept = $derived(unit.keptOtherwise);
  const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'long', year: 'numeric' });
</script>

{#snippet changes(list: PlanChange[])}
  <ul>
    {#each list as one (one.words + (one.after ?? one.before))}
      <li class="border-b border-hairline py-1">
        {one.words}
        <span class="measure block text-[15px]">
          {#if one.before}<s class="text-soft">{one.before}</s>{/if}
          {one.after ?? ''}
        </span>
      </li>
    {/each}
  </ul>
{/snippet}

<div class="mt-4 border-t border-hairline pt-3 text-[13px]">
  <p class="text-soft">Planned with {unit.protocol}.</p>
  {#if kept}
    <p class="mt-1">
      Kept on {day.format(new Date(kept.madeAt))} with other numbers; what is shown is reckoned by today’s program:
    </p>
    {@render changes(kept.changes)}
    <button class="pill mt-2" onclick={() => unitState.change({})}>Keep today’s too</button>
  {/if}
  {#if other}
    <p class="mt-1">
      {other.name}, is in use now
      {#if other.problem}
        and can’t plan this: <span class="text-critical">{other.problem}</span>
      {:else if other.changes.length === 0}
        and would change nothing here.
      {:else}
        and would change:
      {/if}
    </p>
    {@render changes(other.changes)}
    {#if !other.problem}
      <button class="pill mt-2" onclick={() => void unitState.takeProtocol()}>Plan with it</button>
    {/if}
  {/if}
</div>
