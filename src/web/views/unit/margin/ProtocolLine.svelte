<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Unit } from '../../../api/client';
  import ChangeList from '../../../parts/ChangeList.svelte';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  const other = $derived(unit.otherProtocol);
</script>

<div class="mt-4 border-t border-hairline pt-3 text-[13px]">
  <p class="text-soft">Planned with {unit.protocol}.</p>
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
    <ChangeList changes={other.changes} />
    {#if !other.problem}
      <Button class="mt-2" onclick={() => void unitState.takeProtocol()}>Plan with it</Button>
    {/if}
  {/if}
</div>
