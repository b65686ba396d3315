<script lang="ts">
  import type { Unit } from '../../api/client';
  import ReasonLine from '../../parts/ReasonLine.svelte';
  import { standing } from '../../words/words';
  import type { UnitState } from './unitState.svelte';

  let { unitState, caution }: { unitState: UnitState; caution: Unit['plan']['cautions'][number] } = $props();
</script>

<!-- A caution with where it comes from, and the reason it was answered with or still wants. -->
<div>
  {caution.text}
  <span class="quiet block">{caution.source === 'P' ? '' : `${caution.source} · `}{standing(caution.standing)}</span>
</div>
{#if caution.mustBeAnswered}
  <ReasonLine
    label="Reason to do it all the same"
    given={caution.because}
    onreason={(reason) => unitState.because(caution.code, reason)}
  />
{/if}
