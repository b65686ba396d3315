<script lang="ts">
  import { answer, api, type Schemas } from '../../api/client';
  import { me } from '../../parts/me.svelte';
  import { dateOf } from '../../words/times';

  let { text }: { text: string } = $props();

  let found = $state<Schemas['FoundPatientView'][]>([]);
  let asked = 0;

  $effect(() => {
    const wanted = text.trim();
    const mine = ++asked;
    if (wanted === '' || !me.may('patients')) {
      found = [];
      return;
    }
    // Cases are what is looked for; who is not found among patients says nothing.
    answer(api.GET('/api/patients', { params: { query: { text: wanted } } }))
      .then((view) => {
        if (mine === asked) found = view.patients.slice(0, 6);
      })
      .catch(() => (found = []));
  });
</script>

{#if found.length > 0}
  <ul class="mt-4 flex flex-wrap gap-3" aria-label="Patients">
    {#each found as patient (patient.id)}
      <li>
        <a
          class="block min-h-[52px] rounded-[4px] border border-hairline bg-leaf px-4 py-2 hover:border-plum"
          href="/patient/{patient.id}"
        >
          <span class="font-plate text-[19px]">{patient.name}</span>
          <span class="quiet block">
            chart {patient.chart}, {patient.cases === 1 ? 'one case' : `${patient.cases} cases`}{patient.nextVisit
              ? `, ${dateOf(patient.nextVisit)}`
              : ''}
          </span>
        </a>
      </li>
    {/each}
  </ul>
{/if}
