<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import Field from '../../parts/Field.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { me } from '../../parts/me.svelte';
  import { attempt } from '../../parts/notices.svelte';

  let { id, onchanged }: { id: string; onchanged: () => Promise<void> } = $props();

  let patient = $state<Schemas['PatientView'] | null>(null);
  let open = $state(false);

  $effect(() => void load(id));

  async function load(id: string) {
    if (me.may('patients'))
      patient = await attempt(answer(api.GET('/api/patients/{id}', { params: { path: { id } } })));
  }

  async function change(body: Schemas['PatientEntry']) {
    if (!patient) return;
    const params = { path: { id } };
    const view = await attempt(
      answer(api.PUT('/api/patients/{id}', { params, body: { ...body, version: patient.version } })),
      'patient',
    );
    if (view) patient = view;
    else await load(id);
    await onchanged();
  }
</script>

{#if patient}
  <p class="quiet">chart {patient.chart}{patient.birthYear ? `, born ${patient.birthYear}` : ''}</p>
  {#each patient.alerts as alert (alert)}
    <p class="mt-1 border-l-4 border-critical pl-2 text-[14px] leading-tight font-semibold">{alert}</p>
  {/each}
  <LineButton class="text-[13px] mr-3" href="/patient/{id}">History</LineButton>
  <LineButton class="text-[13px]" aria-expanded={open} onclick={() => (open = !open)}
    >{open ? 'Close' : patient.alerts.length > 0 ? 'Correct' : 'Alerts, birth year'}</LineButton
  >
  {#if open}
    <div class="mt-1 flex flex-col gap-1 text-[14px]">
      <label class="flex flex-col"
        ><span class="quiet">Chart number</span>
        <Field
          class="w-full!"
          maxlength={30}
          value={patient.chart}
          onleave={(field) => void change({ chart: field.value })}
        /></label
      >
      <label class="flex flex-col"
        ><span class="quiet">Birth year</span>
        <Field
          class="measure w-24!"
          inputmode="numeric"
          maxlength={4}
          value={patient.birthYear ? String(patient.birthYear) : ''}
          onleave={(field) => Number(field.value) && void change({ birthYear: Number(field.value) })}
        /></label
      >
      <Checkbox
        checked={patient.epinephrineSensitive}
        onchange={(event) => void change({ epinephrineSensitive: event.currentTarget.checked })}
        >Sensitive to epinephrine</Checkbox
      >
      <Checkbox
        checked={patient.anticoagulants}
        onchange={(event) => void change({ anticoagulants: event.currentTarget.checked })}>On anticoagulants</Checkbox
      >
      <Checkbox
        checked={patient.coldSensitive}
        onchange={(event) => void change({ coldSensitive: event.currentTarget.checked })}>Sensitive to cold</Checkbox
      >
      <label class="flex flex-col"
        ><span class="quiet">Allergies</span>
        <Field
          class="w-full!"
          maxlength={200}
          value={patient.allergies}
          onleave={(field) => void change({ allergies: field.value })}
        /></label
      >
    </div>
  {/if}
{/if}
