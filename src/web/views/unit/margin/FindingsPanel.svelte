<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Findings, Unit } from '../../../api/client';
  import { shared } from '../../../parts/shared.svelte';
  import { change, mm } from '../../../words/words';
  import OldWork from './OldWork.svelte';
  import SidePills from './SidePills.svelte';
  import Stepper from '../../../parts/Stepper.svelte';
  import { sides, type Measured, type UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  const found = $derived<Partial<Findings>>(unitState.inputs.findings ?? {});
  const isFront = $derived(unit.traits.isFront);
  const isVeneer = $derived(unit.traits.isVeneer);
  const worn = $derived(isFront ? 'edge' : 'functional-cusp');

  function at(field: Measured, key: string): number | null {
    return (found[field] as Record<string, number> | undefined)?.[key] ?? null;
  }
</script>

<details class="mb-3 border-t border-hairline pt-2">
  <summary class="min-h-8 cursor-pointer text-[14px]">Findings</summary>
  {#if unitState.moved.length > 0}
    <ul class="my-2 border-l-3 border-plum pl-2 text-[13px]" role="status" aria-label="Moved by the last change">
      {#each unitState.moved.slice(0, 6) as one (one.what)}
        <li>{one.what} <span class="measure whitespace-nowrap">{mm(one.from)} → {mm(one.to)}</span></li>
      {/each}
      {#if unitState.moved.length > 6}<li class="text-soft">and {unitState.moved.length - 6} more</li>{/if}
    </ul>
  {/if}
  <div class="tight">
    {#if isFront}
      <Stepper
        stacked
        label="Enamel share"
        value={found.facialEnamelShare ?? null}
        least={0}
        empty="?"
        onstep={(share) => unitState.changeFindings({ facialEnamelShare: Math.min(1, share) })}
      />
    {/if}
    {#if isVeneer}
      <Stepper
        stacked
        label="Shade steps"
        value={found.shadeSteps ?? 0}
        least={0}
        by={1}
        onstep={(shadeSteps) => unitState.changeFindings({ shadeSteps })}
      />
      <SidePills
        label="Dark triangle to close"
        chosen={found.darkTriangles}
        onchange={(darkTriangles) => unitState.changeFindings({ darkTriangles })}
      />
    {/if}
    <Stepper
      stacked
      label={isFront ? 'Edge worn' : 'Cusps worn'}
      value={at('wearMm', worn) ?? 0}
      least={0}
      onstep={(value) => unitState.measure('wearMm', worn, value)}
    />
    {#each sides as side (side)}
      <Stepper
        stacked
        label="Gap {side}"
        value={at('gapMm', side) ?? 0}
        least={0}
        onstep={(value) => unitState.measure('gapMm', side, value)}
      />
    {/each}
    <SidePills
      label="No neighbour"
      chosen={found.noNeighbour}
      onchange={(noNeighbour) => unitState.changeFindings({ noNeighbour })}
    />
    <Stepper
      stacked
      label="Leans mesially °"
      value={found.tiltDeg ?? 0}
      signed
      by={1}
      onstep={(tiltDeg) => unitState.changeFindings({ tiltDeg })}
    />
    <Stepper
      stacked
      label="Turned °"
      value={found.rotationDeg ?? 0}
      signed
      by={5}
      onstep={(rotationDeg) => unitState.changeFindings({ rotationDeg })}
    />
    <Stepper
      stacked
      label="Recession"
      value={found.recessionMm ?? 0}
      least={0}
      by={0.5}
      onstep={(recessionMm) => unitState.changeFindings({ recessionMm })}
    />
    <Stepper
      stacked
      label="Gum to bone"
      value={found.crestMm ?? null}
      least={0}
      by={0.5}
      empty="?"
      onstep={(crestMm) => unitState.changeFindings({ crestMm })}
    />
    {#each sides as side (side)}
      <Stepper
        stacked
        label="Bone–contact {side}"
        value={at('contactToCrestMm', side)}
        least={0}
        by={0.5}
        empty="?"
        onstep={(value) => unitState.measure('contactToCrestMm', side, value)}
      />
    {/each}
    {#if !isFront}
      <Stepper
        stacked
        label="Lingual bulge"
        value={found.lingualBulgeMm ?? null}
        least={0}
        empty="?"
        onstep={(lingualBulgeMm) => unitState.changeFindings({ lingualBulgeMm })}
      />
    {/if}
  </div>
  <OldWork {unitState} {unit} />
  <div class="mt-2">
    {#each shared.reference?.plainFindings ?? [] as tick (tick.key)}
      <Checkbox
        classes={{ div: 'text-[14px]' }}
        checked={found[tick.key as keyof Findings] === true}
        onchange={(event) => unitState.changeFindings({ [tick.key]: event.currentTarget.checked })}
        >{tick.words}</Checkbox
      >
    {/each}
  </div>
  <p class="quiet">Lengths in mm, {change(1)} is above the gum.</p>
</details>

<style>
  .tight {
    font-size: 14px;
  }
</style>
