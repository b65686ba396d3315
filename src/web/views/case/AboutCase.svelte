<script lang="ts">
  import { inPlace } from '../../parts/theme';
  import LineButton from '../../parts/LineButton.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import { changeCase } from '../../parts/caseChanges.svelte';
  import Field from '../../parts/Field.svelte';
  import { remove } from '../../parts/removal.svelte';
  import CaseVisits from './CaseVisits.svelte';
  import PatientPanel from './PatientPanel.svelte';
  import VisitField from '../../parts/VisitField.svelte';
  import { navigate } from '../../router';

  let { whole, onchanged }: { whole: Schemas['CaseView']; onchanged: () => Promise<void> } = $props();

  async function change(
    body: Schemas['CaseEntry'],
    before: Schemas['CaseEntry'],
    field?: HTMLInputElement | HTMLTextAreaElement,
  ) {
    const standing = field && Object.values(before)[0];
    const result = await changeCase(whole.id, body, before);
    if (result === 'done') await onchanged();
    else if (result === 'refused' && field) field.value = String(standing);
  }

  async function take() {
    if (await remove(answer(api.DELETE('/api/cases/{id}', { params: { path: { id: whole.id } } }))))
      await navigate('/');
  }
</script>

<aside class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-4" aria-label="About the case">
  <p class="quiet">case {whole.number}</p>
  <Field
    class="{inPlace} w-full! border-transparent font-plate text-[21px]"
    aria-label="Patient"
    title={whole.patient}
    maxlength={120}
    value={whole.patient}
    onleave={(field) => void change({ patient: field.value }, { patient: whole.patient }, field)}
  />
  {#if whole.unprintable}
    <p class="border-l-4 border-(--over-mark) pl-2 text-[13px]">Paper lacks these letters: {whole.unprintable}</p>
  {/if}
  {#if whole.patientId}<PatientPanel id={whole.patientId} {onchanged} />{/if}
  <p class="quiet mt-3 mb-0.5">Visits</p>
  {#if whole.hasVisits}
    <CaseVisits {whole} {onchanged} />
  {:else}
    <VisitField
      value={whole.visitAt}
      onset={(at) =>
        void change(
          at ? { visitAt: at } : { noVisit: true },
          whole.visitAt ? { visitAt: whole.visitAt } : { noVisit: true },
        )}
    />
  {/if}
  <label class="mt-3 flex flex-col">
    <span class="quiet">Note</span>
    <Field
      multiline
      class="w-full! min-h-24 text-[14px]"
      maxlength={2000}
      value={whole.note}
      onleave={(field) => void change({ note: field.value }, { note: whole.note }, field)}
    />
  </label>
  <p class="quiet mt-4">Press <span class="key">/</span> to add a tooth to this case.</p>
  <p class="mt-3 flex flex-col items-start gap-1">
    <LineButton href="/case/{whole.id}/sheet">Run sheet</LineButton>
    <LineButton href="/case/{whole.id}/record">Record</LineButton>
    {#if whole.units.length > 0}<LineButton href="/case/{whole.id}/hand-over">To the laboratory</LineButton>{/if}
    <LineButton href="/api/cases/{whole.id}/file" download>Save as file</LineButton>
    <LineButton onclick={() => void take()}>Remove the case</LineButton>
  </p>
</aside>
