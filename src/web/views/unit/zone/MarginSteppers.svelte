<script lang="ts">
  import type { Schemas } from '../../../api/client';
  import Stepper from '../../../parts/Stepper.svelte';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, piece }: { unitState: UnitState; piece: Schemas['MarginDocument'] } = $props();
</script>

<Stepper
  label="Margin over gum"
  value={unitState.inputs.marginLevelMm?.[piece.segment] ?? piece.levelMm}
  signed
  onstep={(value) => unitState.change({ marginLevelMm: { ...unitState.inputs.marginLevelMm, [piece.segment]: value } })}
/>
{#if piece.segment === 'facial'}
  <Stepper
    label="Margin width"
    value={unitState.inputs.facialMarginWidthMm ?? piece.widthMm}
    least={0.1}
    onstep={(facialMarginWidthMm) => unitState.change({ facialMarginWidthMm })}
  />
{/if}
