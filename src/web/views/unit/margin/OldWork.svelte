<script lang="ts">
  import Field from '../../../parts/Field.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Findings, Schemas, Unit } from '../../../api/client';
  import { plain } from '../../../words/words';
  import NumberFound from './NumberFound.svelte';
  import Stepper from '../../../parts/Stepper.svelte';
  import { sides, toggled } from '../entries';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  type Filling = Schemas['Filling'];
  const surfaces = ['facial', 'lingual', 'mesial', 'distal', 'occlusal'] as const;
  const found = $derived<Partial<Findings>>(unitState.inputs.findings ?? {});
  const isBack = $derived(!unit.traits.isFront);
  const cusps = $derived(unit.plan.intracoronal?.cusps.map((one) => one.cusp) ?? []);

  function fill(surface: Filling['surface']) {
    const others = found.fillings?.filter((filling) => filling.surface !== surface) ?? [];
    const had = others.length < (found.fillings?.length ?? 0);
    unitState.changeFindings({ fillings: had ? others : [...others, { surface, endsAboveGumMm: 0.5 }] });
  }

  function change(filling: Filling, part: Partial<Filling>) {
    unitState.changeFindings({
      fillings: found.fillings?.map((other) => (other.surface === filling.surface ? { ...other, ...part } : other)),
    });
  }
</script>

{#if cusps.length > 0}
  <NumberFound {unitState} field="isthmusShare" label="Isthmus share" unknown most={1} />
  <p class="quiet mt-2">Cracked cusps</p>
  <div class="flex flex-wrap gap-1">
    {#each cusps as cusp (cusp)}
      <Button
        class="text-[13px]"
        aria-pressed={found.crackedCusps?.includes(cusp) ?? false}
        onclick={() => unitState.changeFindings({ crackedCusps: toggled(found.crackedCusps, cusp) })}
        >{plain(cusp)}</Button
      >
    {/each}
  </div>
  {#each cusps as cusp (cusp)}
    <NumberFound {unitState} field="cuspThicknessMm" at={cusp} label="{plain(cusp)} cusp thick" by={0.5} unknown />
  {/each}
{/if}
{#if isBack}
  <p class="quiet mt-2">Marginal ridges gone</p>
  <div class="flex flex-wrap gap-1">
    {#each sides as side (side)}
      <Button
        class="text-[13px]"
        aria-pressed={found.lostRidges?.includes(side) ?? false}
        onclick={() => unitState.changeFindings({ lostRidges: toggled(found.lostRidges, side) })}>{side} ridge</Button
      >
    {/each}
  </div>
{/if}
<p class="quiet mt-2">Old fillings</p>
<div class="flex flex-wrap gap-1">
  {#each surfaces as surface (surface)}
    <Button
      class="text-[13px]"
      aria-pressed={found.fillings?.some((filling) => filling.surface === surface) ?? false}
      onclick={() => fill(surface)}>{surface}</Button
    >
  {/each}
</div>
{#each found.fillings ?? [] as filling (filling.surface)}
  <div class="mt-1 border-l-3 border-hairline pl-2">
    <Stepper
      tight
      label="{filling.surface} ends"
      value={filling.endsAboveGumMm ?? 0}
      signed
      by={0.5}
      onstep={(endsAboveGumMm) => change(filling, { endsAboveGumMm })}
    />
    <Stepper
      tight
      label="{filling.surface}, years old"
      value={filling.ageYears ?? null}
      least={0}
      by={1}
      empty="?"
      onstep={(ageYears) => change(filling, { ageYears })}
    />
    <Stepper
      tight
      label="{filling.surface}, share filled"
      value={filling.share ?? null}
      least={0}
      empty="?"
      most={1}
      onstep={(share) => change(filling, { share })}
    />
  </div>
{/each}
<label class="mt-2 flex items-center justify-between gap-2 text-[14px]">
  Stands as
  <Field
    class="measure w-18!"
    placeholder={unit.plan.tooth}
    maxlength={2}
    value={found.standsAs ?? ''}
    onleave={(field) => unitState.changeFindings({ standsAs: field.value.trim() || undefined })}
  />
</label>
