<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Findings, Unit } from '../../../api/client';
  import { shared } from '../../../parts/shared.svelte';
  import { change, mm } from '../../../words/words';
  import OldWork from './OldWork.svelte';
  import SidePills from './SidePills.svelte';
  import NumberFound from './NumberFound.svelte';
  import { sides, type UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  const found = $derived<Partial<Findings>>(unitState.inputs.findings ?? {});
  const isFront = $derived(unit.traits.isFront);
  const isVeneer = $derived(unit.traits.isVeneer);
  const worn = $derived(isFront ? 'edge' : 'functional-cusp');
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
      <NumberFound {unitState} field="facialEnamelShare" label="Enamel share" unknown most={1} />
    {/if}
    {#if isVeneer}
      <NumberFound {unitState} field="shadeSteps" label="Shade steps" by={1} />
      <SidePills
        label="Dark triangle to close"
        chosen={found.darkTriangles}
        onchange={(darkTriangles) => unitState.changeFindings({ darkTriangles })}
      />
    {/if}
    <NumberFound {unitState} field="wearMm" at={worn} label={isFront ? 'Edge worn' : 'Cusps worn'} />
    {#each sides as side (side)}
      <NumberFound {unitState} field="gapMm" at={side} label="Gap {side}" />
    {/each}
    <SidePills
      label="No neighbour"
      chosen={found.noNeighbour}
      onchange={(noNeighbour) => unitState.changeFindings({ noNeighbour })}
    />
    <NumberFound {unitState} field="tiltDeg" label="Leans mesially °" signed by={1} />
    <NumberFound {unitState} field="rotationDeg" label="Turned °" signed by={5} />
    <NumberFound {unitState} field="recessionMm" label="Recession" by={0.5} />
    <NumberFound {unitState} field="abrasionEndMm" label="Abrasion ends at" signed unknown />
    <NumberFound {unitState} field="crestMm" label="Gum to bone" by={0.5} unknown />
    {#each sides as side (side)}
      <NumberFound {unitState} field="contactToCrestMm" at={side} label="Bone–contact {side}" by={0.5} unknown />
    {/each}
    {#if !isFront}
      <NumberFound {unitState} field="lingualBulgeMm" label="Lingual bulge" unknown />
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
