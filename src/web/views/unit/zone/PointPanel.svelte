<script lang="ts">
  import type { Point, Unit } from '../../../api/client';
  import LineButton from '../../../parts/LineButton.svelte';
  import Stepper from '../../../parts/Stepper.svelte';
  import { level, mm, plain, upperFirst } from '../../../words/words';
  import { pointWords } from '../../../words/zoneWords';
  import CautionList from './CautionList.svelte';
  import MarginSteppers from './MarginSteppers.svelte';
  import ReasonList from './ReasonList.svelte';
  import type { Side } from '../entries';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit, point }: { unitState: UnitState; unit: Unit; point: Point } = $props();

  const piece = $derived(
    point.kind === 'margin' ? unit.plan.margin.find((one) => one.segment === point.where) : undefined,
  );
  const side = $derived(point.kind === 'contact' ? (point.where as Side) : null);
  const number = $derived(piece?.widthMm ?? point.reason?.effect);
  const cautions = $derived(
    unit.plan.cautions.filter((caution) => point.kind === 'margin' && caution.segment === point.where),
  );
</script>

<div class="flex items-baseline justify-between gap-3">
  <h2 class="font-text text-[15px] font-semibold text-soft">{pointWords(point)}</h2>
  <LineButton onclick={() => unitState.pick(null)}>Back to the zone</LineButton>
</div>
{#if number}
  <div class="flex flex-wrap items-baseline justify-between gap-x-3">
    <p class="measure text-[62px] leading-none text-number">
      {mm(number)}<span class="ml-2 text-[20px] text-soft">mm</span>
    </p>
    {#if piece}
      <p class="quiet whitespace-nowrap">{mm(piece.widthRangeMm.min)} least · {mm(piece.widthRangeMm.max)} most</p>
    {/if}
  </div>
{/if}
{#if piece}
  <p class="mt-1">{upperFirst(plain(piece.design))}, {level(piece.levelMm)}</p>
{:else if side && number == null}
  <p class="mt-1">The contact stays: nothing is cut through it.</p>
{:else if point.kind === 'edge'}
  <p class="mt-1">No edge sharper than this where walls and top meet: round them last, with the fine bur.</p>
{/if}
<dl class="mt-1 border-t border-hairline">
  <ReasonList reasons={piece?.reasons ?? (point.reason ? [point.reason] : [])} effects={false} />
</dl>

<fieldset class="mt-3 flex flex-col gap-1.5" disabled={unit.finished}>
  {#if piece}
    <MarginSteppers {unitState} {piece} />
  {:else if side}
    <Stepper
      label="Gap to the neighbour"
      value={unitState.inputs.findings?.gapMm?.[side] ?? null}
      least={0}
      onstep={(value) => unitState.measure('gapMm', side, value)}
    />
    <Stepper
      label="Bone to contact"
      value={unitState.inputs.findings?.contactToCrestMm?.[side] ?? null}
      least={0}
      by={0.5}
      onstep={(value) => unitState.measure('contactToCrestMm', side, value)}
    />
  {/if}
</fieldset>
<CautionList {unitState} {cautions} />
