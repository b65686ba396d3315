<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Choice from '../../../parts/Choice.svelte';
  import Field from '../../../parts/Field.svelte';
  import { steady } from '../../../parts/steady';
  import { inPlace } from '../../../parts/theme';
  import type { Unit } from '../../../api/client';
  import ToothName from '../../../parts/ToothName.svelte';
  import { lowerFirst, plain } from '../../../words/words';
  import ArchRibbons from './ArchRibbons.svelte';
  import ProtocolLine from './ProtocolLine.svelte';
  import { foundWords } from './foundWords';
  import type { UnitState } from '../unitState.svelte';

  let {
    unitState,
    unit,
    finding = $bindable(false),
  }: { unitState: UnitState; unit: Unit; finding?: boolean } = $props();

  const coverages = [
    { value: 'wall', words: 'Facial wall' },
    { value: 'facial-cusp', words: 'Facial cusps too' },
    { value: 'occlusal', words: 'Whole top' },
  ] as const;
  const schools = [
    { value: 'uniform', words: 'Uniform' },
    { value: 'room-driven', words: 'By the room' },
  ] as const;

  const found = $derived(foundWords(unitState.inputs));
</script>

<aside class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-3" aria-label="Case" use:steady>
  <p class="quiet">
    <a class="inline-block min-h-[26px] hover:text-plum" href="/case/{unit.case.id}">case {unit.case.number}</a>
  </p>
  <Field
    class="{inPlace} w-full! border-transparent font-plate text-[21px]"
    aria-label="Patient"
    title={unit.case.patient}
    maxlength={120}
    value={unit.case.patient}
    onleave={(field) => void unitState.renamePatient(field.value)}
  />
  {#if unit.case.unprintable}
    <p class="border-l-4 border-(--over-mark) pl-2 text-[13px]">Paper lacks these letters: {unit.case.unprintable}</p>
  {/if}
  <ArchRibbons units={unit.case.units} current={unit.id} />
  <ul class="mb-2 flex max-h-40 flex-col gap-1 overflow-y-auto">
    {#each unit.case.units as other (other.id)}
      <li class="border-l-3 pl-3 {other.id === unit.id ? 'border-plum' : 'border-firm'}">
        <a class="block min-h-[26px]" href="/unit/{other.id}" aria-current={other.id === unit.id ? 'true' : undefined}>
          <span class="measure text-[19px]"><ToothName written={other.written} /></span>
          {other.what}
          <span class="quiet block">{lowerFirst(other.material)}</span>
        </a>
      </li>
    {/each}
  </ul>
  <fieldset class="contents" disabled={unit.finished}>
    {#if unit.choices.restorations.length > 1 && unit.traits.isCut}
      <Choice
        title="It gets"
        options={unit.choices.restorations.map((value) => ({ value, words: plain(value) }))}
        value={unitState.inputs.restoration ?? unit.plan.restoration}
        onpick={(restoration) => unitState.restore(restoration)}
      />
    {/if}
    <Choice
      title="Material"
      options={unit.choices.materials.map((choice) => ({
        value: choice.material,
        words: choice.name,
        note: choice.note,
      }))}
      value={unitState.inputs.material ?? unit.plan.material}
      onpick={(material) => unitState.change({ material, facialMargin: undefined })}
    />
    {#if unit.choices.hasCoverage}
      <Choice
        title="Ceramic on"
        options={coverages}
        value={unitState.inputs.coverage ?? unit.plan.coverage ?? 'wall'}
        onpick={(coverage) => unitState.change({ coverage })}
      />
    {/if}
    {#if unit.choices.facialMargins.length > 1}
      <Choice
        title="Facial margin"
        options={unit.choices.facialMargins.map((design) => ({ value: design, words: plain(design) }))}
        value={unitState.inputs.facialMargin ?? unit.choices.facialMargins[0]!}
        onpick={(facialMargin) => unitState.change({ facialMargin })}
      />
    {/if}
    <Choice
      title="Build-out"
      options={schools}
      value={unitState.inputs.buildOutSchool ?? unit.plan.buildOutSchool}
      onpick={(buildOutSchool) => unitState.change({ buildOutSchool })}
    />
    <Choice
      title="Steps"
      options={unit.choices.schools.map((school) => ({ value: school, words: plain(school) }))}
      value={unitState.inputs.school ?? unit.plan.school}
      onpick={(school) => unitState.change({ school })}
    />
  </fieldset>
  {#if unit.traits.isCut}
    <Button
      class="mt-1 w-full text-left"
      aria-expanded={finding}
      aria-pressed={finding}
      onclick={() => (finding = !finding)}
    >
      Findings <span class="key ml-1">I</span>
    </Button>
    {#if found.length > 0}
      <ul class="quiet mt-1 leading-tight">
        {#each found as one (one)}<li class="first-letter:uppercase">{one}</li>{/each}
      </ul>
    {/if}
  {/if}
  <ProtocolLine {unitState} {unit} />
</aside>
