<script lang="ts">
  import type { Schemas } from '../../../api/client';
  import CautionWords from '../CautionWords.svelte';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, cautions }: { unitState: UnitState; cautions: readonly Schemas['CautionDocument'][] } = $props();
</script>

{#if cautions.length > 0}
  <ul class="mt-3 flex flex-col gap-2" aria-label="Cautions">
    {#each cautions as caution (caution.code + caution.zone + caution.segment)}
      <li class="border-l-4 pl-3 text-[14px] {caution.mustBeAnswered ? 'border-critical' : 'border-(--over-mark)'}">
        <CautionWords {unitState} {caution} />
      </li>
    {/each}
  </ul>
{/if}
