<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Field from '../../../parts/Field.svelte';
  import { inPlace } from '../../../parts/theme';
  import type { Unit } from '../../../api/client';
  import ToothName from '../../../parts/ToothName.svelte';
  import { lowerFirst, plain } from '../../../words/words';
  import ArchRibbons from './ArchRibbons.svelte';
  import FindingsPanel from './FindingsPanel.svelte';
  import MoreInputs from './MoreInputs.svelte';
  import Pills from '../../../parts/Pills.svelte';
  import ProtocolLine from './ProtocolLine.svelte';
  import ReasonLine from '../../../parts/ReasonLine.svelte';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  const coverages = [
    { value: 'wall', words: 'Facial wall' },
    { value: 'facial-cusp', words: 'Facial cusps too' },
    { value: 'occlusal', words: 'Whole top' },
  ] as const;
  const schools = [
    { value: 'uniform', words: 'Uniform' },
    { value: 'room-driven', words: 'By the room' },
  ] as const;
</script>

<aside class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-4" aria-label="Case">
  <p class="quiet">case {unit.case.number}</p>
  <Field
    class="{inPlace} w-full! border-transparent font-plate text-[21px]"
    aria-label="Patient"
    maxlength={120}
    value={unit.case.patient}
    onleave={(field) => void unitState.renamePatient(field.value)}
  />
  <ArchRibbons units={unit.case.units} current={unit.id} />
  <ul class="mb-3 flex flex-col gap-1">
    {#each unit.case.units as other (other.id)}
      <li class="border-l-3 pl-3 {other.id === unit.id ? 'border-plum' : 'border-firm'}">
        <a href="/unit/{other.id}" aria-current={other.id === unit.id ? 'true' : undefined}>
          <span class="measure text-[19px]"><ToothName written={other.written} /></span>
          {other.what}
          <span class="quiet block">{lowerFirst(other.material)}</span>
        </a>
      </li>
    {/each}
  </ul>
  {#if unitState.refused}
    {@const refused = unitState.refused}
    <div class="mb-3 border-l-4 border-critical pl-3 text-[14px]" role="alert">
      {refused.message}
      <ReasonLine
        label="Reason to plan it all the same"
        onreason={(reason) => unitState.because(refused.code, reason)}
      />
    </div>
  {/if}
  {#if unit.choices.restorations.length > 1 && unit.traits.isCut}
    <Pills
      title="It gets"
      options={unit.choices.restorations.map((value) => ({ value, words: plain(value) }))}
      value={unitState.inputs.restoration ?? unit.plan.restoration}
      onpick={(restoration) =>
        unitState.change({
          restoration,
          material: undefined,
          coverage: undefined,
          facialMargin: undefined,
          school: undefined,
          features: undefined,
        })}
    />
  {/if}
  <Pills
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
    <Pills
      title="Ceramic on"
      options={coverages}
      value={unitState.inputs.coverage ?? unit.plan.coverage ?? 'wall'}
      onpick={(coverage) => unitState.change({ coverage })}
    />
  {/if}
  {#if unit.choices.facialMargins.length > 1}
    <Pills
      title="Facial margin"
      options={unit.choices.facialMargins.map((design) => ({ value: design, words: plain(design) }))}
      value={unitState.inputs.facialMargin ?? unit.choices.facialMargins[0]!}
      onpick={(facialMargin) => unitState.change({ facialMargin })}
    />
  {/if}
  <Pills
    title="Build-out"
    options={schools}
    value={unitState.inputs.buildOutSchool ?? unit.plan.buildOutSchool}
    onpick={(buildOutSchool) => unitState.change({ buildOutSchool })}
  />
  {#if unit.choices.schools.length > 1}
    <Pills
      title="Steps"
      options={unit.choices.schools.map((school) => ({ value: school, words: plain(school) }))}
      value={unitState.inputs.school ?? unit.plan.school}
      onpick={(school) => unitState.change({ school })}
    />
  {:else}
    <p class="quiet mb-2">Steps: {plain(unit.plan.school)}</p>
  {/if}
  {#if !unit.traits.isFront}
    <Checkbox
      classes={{ div: 'mb-3' }}
      checked={unitState.inputs.crossbite ?? false}
      onchange={(event) => unitState.change({ crossbite: event.currentTarget.checked })}>Crossbite</Checkbox
    >
  {/if}
  {#if unit.traits.isCut}
    <FindingsPanel {unitState} {unit} />
    <MoreInputs {unitState} {unit} />
  {/if}
  <ProtocolLine {unitState} {unit} />
</aside>
