<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import { onMount } from 'svelte';
  import type { Findings, Unit } from '../../../api/client';
  import LineButton from '../../../parts/LineButton.svelte';
  import { shared } from '../../../parts/shared.svelte';
  import { change } from '../../../words/words';
  import MoreInputs from './MoreInputs.svelte';
  import MovedLine from './MovedLine.svelte';
  import OldWork from './OldWork.svelte';
  import SidePills from './SidePills.svelte';
  import NumberFound from './NumberFound.svelte';
  import { sides } from '../entries';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit, onclose }: { unitState: UnitState; unit: Unit; onclose: () => void } = $props();

  const found = $derived<Partial<Findings>>(unitState.inputs.findings ?? {});
  const isFront = $derived(unit.traits.isFront);
  const isVeneer = $derived(unit.traits.isVeneer);
  const worn = $derived(isFront ? 'edge' : 'functional-cusp');

  const pages = ['Tooth', 'Position', 'Gum and bone', 'Old work', 'Size, grooves'] as const;
  let page = $state<(typeof pages)[number]>('Tooth');

  // What moves is told against the plan that stands now, in all and not tick by tick.
  onMount(() => {
    unitState.watch();
    return () => unitState.watch(false);
  });
</script>

<section class="flex shrink-0 flex-col border-b border-firm bg-leaf" aria-label="Findings">
  <div class="flex items-baseline gap-5 px-5 pt-2 pb-1">
    <h2 class="text-[21px] leading-none">Findings</h2>
    <MovedLine {unitState} />
    <LineButton class="ml-auto" onclick={onclose}>Close</LineButton>
  </div>
  <div class="flex gap-5 border-b border-hairline px-5" role="group" aria-label="Kinds of findings">
    {#each pages as name (name)}
      <button
        class="min-h-9 border-b-2 text-[14px] {name === page
          ? 'border-plum font-semibold'
          : 'border-transparent text-soft'}"
        aria-pressed={name === page}
        onclick={() => (page = name)}>{name}</button
      >
    {/each}
  </div>
  <fieldset disabled={unit.finished} class="columns max-h-52 min-h-0 overflow-y-auto px-5 py-2 text-[14px]">
    {#if page === 'Tooth'}
      {#each shared.reference?.plainFindings ?? [] as tick (tick.key)}
        <Checkbox
          classes={{ div: 'text-[14px]' }}
          checked={found[tick.key as keyof Findings] === true}
          onchange={(event) => unitState.changeFindings({ [tick.key]: event.currentTarget.checked })}
          >{tick.words}</Checkbox
        >
      {/each}
      <NumberFound {unitState} field="wearMm" at={worn} label={isFront ? 'Edge worn' : 'Cusps worn'} />
      {#if isFront}
        <NumberFound {unitState} field="facialEnamelShare" label="Enamel share" unknown most={1} />
      {/if}
      {#if isVeneer}
        <NumberFound {unitState} field="shadeSteps" label="Shade steps" by={1} />
      {/if}
    {:else if page === 'Position'}
      {#if !isFront}
        <Checkbox
          classes={{ div: 'text-[14px]' }}
          checked={unitState.inputs.crossbite ?? false}
          onchange={(event) => unitState.change({ crossbite: event.currentTarget.checked })}>Crossbite</Checkbox
        >
      {/if}
      <SidePills
        label="No neighbour"
        chosen={found.noNeighbour}
        onchange={(noNeighbour) => unitState.changeFindings({ noNeighbour })}
      />
      {#each sides as side (side)}
        <NumberFound {unitState} field="gapMm" at={side} label="Gap {side}" />
      {/each}
      {#if isVeneer}
        <SidePills
          label="Triangle to close"
          chosen={found.darkTriangles}
          onchange={(darkTriangles) => unitState.changeFindings({ darkTriangles })}
        />
      {/if}
      <NumberFound {unitState} field="tiltDeg" label="Leans mesially °" signed by={1} />
      <NumberFound {unitState} field="facialTiltDeg" label="Leans facially °" signed by={1} />
      <NumberFound {unitState} field="rotationDeg" label="Turned °" signed by={5} />
    {:else if page === 'Gum and bone'}
      <NumberFound {unitState} field="recessionMm" label="Recession" by={0.5} />
      <NumberFound {unitState} field="abrasionEndMm" label="Abrasion ends at" signed unknown />
      <NumberFound {unitState} field="crestMm" label="Gum to bone" by={0.5} unknown />
      {#each sides as side (side)}
        <NumberFound {unitState} field="contactToCrestMm" at={side} label="Bone–contact {side}" by={0.5} unknown />
      {/each}
      {#if !isFront}
        <NumberFound {unitState} field="lingualBulgeMm" label="Lingual bulge" unknown />
      {/if}
      <p class="quiet">Lengths in mm, {change(1)} is above the gum.</p>
    {:else if page === 'Old work'}
      <OldWork {unitState} {unit} />
    {:else}
      <MoreInputs {unitState} {unit} />
    {/if}
  </fieldset>
</section>

<style>
  .columns {
    columns: 14rem 3;
    column-gap: 2.2rem;
  }
  .columns > :global(*) {
    break-inside: avoid-column;
    min-height: 38px;
  }
</style>
