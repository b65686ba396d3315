<script lang="ts">
  import LineButton from '../../../parts/LineButton.svelte';
  import type { Unit, Zone } from '../../../api/client';
  import { mm } from '../../../words/words';
  import { verdicts } from '../../../words/verdicts';
  import CautionList from './CautionList.svelte';
  import CutBy from './CutBy.svelte';
  import KeptOtherwise from './KeptOtherwise.svelte';
  import MarginSteppers from './MarginSteppers.svelte';
  import PointPanel from './PointPanel.svelte';
  import RangeBar from './RangeBar.svelte';
  import ReasonList from './ReasonList.svelte';
  import { steady } from '../../../parts/steady';
  import Stepper from '../../../parts/Stepper.svelte';
  import UnitFacts from './UnitFacts.svelte';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit, zone }: { unitState: UnitState; unit: Unit; zone: Zone } = $props();

  const reading = $derived(unitState.readingAt(zone.zone));
  const finding = $derived(reading?.finding);
  const cautions = $derived(unit.plan.cautions.filter((caution) => !caution.zone || caution.zone === zone.zone));
  // The margin is decided where its wall is looked at.
  const margins = $derived(unit.plan.margin.filter((piece) => piece.segment === unit.traits.beside[zone.zone]));
  // Where the body can't take just what was asked, that is said, not hidden.
  const outcome = $derived(unit.drawing.outcomes.find((one) => one.zone === zone.zone));

  // What was entered counts at once, before the plan that follows from it is there: quick taps add up.
  const shownBuildOut = $derived(unitState.inputs.buildOutMm?.[zone.zone] ?? zone.buildOutMm);
  const shownRoom = $derived(unitState.inputs.roomBeforeMm?.[zone.zone] ?? zone.roomBeforeMm ?? null);

  export function buildOut(by: number) {
    // What changes is in sight.
    unitState.pick(null);
    setAt('buildOutMm', Math.round((shownBuildOut + by) * 10) / 10);
  }

  function setAt(field: 'buildOutMm' | 'roomBeforeMm', value: number | null) {
    const entries: Record<string, number> = { ...unitState.inputs[field] };
    if (value === null) delete entries[zone.zone];
    else entries[zone.zone] = value;
    unitState.change({ [field]: entries });
  }
</script>

<aside class="min-h-0 overflow-y-auto border-l border-hairline bg-leaf px-5 py-4" aria-label="Zone" use:steady>
  {#if unit.keptOtherwise}<KeptOtherwise {unitState} kept={unit.keptOtherwise} />{/if}
  {#if unitState.point}
    <PointPanel {unitState} {unit} point={unitState.point} />
  {:else}
    <h2 class="font-text text-[15px] font-semibold text-soft">{zone.words}</h2>
    <div class="flex flex-wrap items-baseline justify-between gap-x-3">
      <p class="measure text-[62px] leading-none text-number">
        {mm(zone.depthMm.target)}<span class="ml-2 text-[20px] text-soft">mm</span>
      </p>
      <p class="quiet whitespace-nowrap">{mm(zone.depthMm.min)} least · {mm(zone.depthMm.max)} most</p>
    </div>
    <RangeBar {zone} {reading} />

    <dl class="mt-1">
      <ReasonList reasons={zone.reasons} />
      <div class="grid grid-cols-[1fr_auto] gap-x-3 py-1.5">
        <dt>
          <strong>Depth to cut</strong>
          <span class="quiet block"
            >leave {mm(unit.plan.finishingAllowanceMm)} for the fine pass: rough cut {mm(zone.roughCutMm)}</span
          >
        </dt>
        <dd class="measure text-[19px] font-semibold">{mm(zone.depthMm.target)}</dd>
      </div>
    </dl>

    <CutBy {unit} {zone} />

    {#if outcome?.shows}
      <p class="quiet border-t border-hairline py-1.5">
        On this form {outcome.usualMm.toFixed(1)} is taken here, {outcome.mostMm.toFixed(1)} at most. {outcome.why}
      </p>
    {/if}

    {#if reading && finding}
      {@const sign = verdicts[finding.verdict]}
      <div
        class="mt-2 border-l-4 py-0.5 pl-3"
        style:border-color={sign.colour}
        role="status"
        data-verdict={finding.verdict}
      >
        <p class="{sign.text} text-[17px] font-semibold">
          <span aria-hidden="true">{sign.sign}</span>
          {finding.headline}
        </p>
        {#if finding.doubt}
          <p class="mb-1 border-b border-hairline pb-1"><strong>Doubtful.</strong> {finding.doubt}</p>
        {/if}
        <p>{finding.instruction}</p>
        <p class="quiet flex items-center justify-between">
          <span>{reading.said}</span>
          <LineButton onclick={() => unitState.takeBack(reading.id, true)}>Take back</LineButton>
        </p>
      </div>
    {/if}

    <fieldset class="mt-3 flex flex-col gap-1.5" disabled={unit.finished}>
      <Stepper label="Build-out" value={shownBuildOut} signed onstep={(value) => setAt('buildOutMm', value)} />
      {#if zone.expectedClearanceMm}
        <Stepper label="Room before" value={shownRoom} least={0} onstep={(value) => setAt('roomBeforeMm', value)} />
        {#if shownRoom == null && outcome?.roomBeforeMm != null}
          <p class="quiet">
            In an average arch {outcome.roomBeforeMm.toFixed(1)} before{outcome.roomCutMm == null
              ? ''
              : ` and ${outcome.roomCutMm.toFixed(1)} once cut`}: an estimate until you measure.
          </p>
        {/if}
      {/if}
      <Stepper
        label="Pulp, radiograph"
        value={unitState.inputs.findings?.pulpMm?.[zone.zone] ?? null}
        least={0}
        by={0.5}
        onstep={(value) => unitState.measure('pulpMm', zone.zone, value)}
      />
      {#each margins as piece (piece.segment)}
        <MarginSteppers {unitState} {piece} />
      {/each}
    </fieldset>

    <CautionList {unitState} {cautions} />
  {/if}
  <UnitFacts {unit} />
  <p class="quiet mt-3 border-t border-hairline pt-2">
    A planning aid. The maker’s instructions, local rules and your judgement come first; enamel and pulp are averages:
    confirm on radiographs.
  </p>
</aside>
