<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { untrack } from 'svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { me } from '../../parts/me.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { navigate, route } from '../../router';
  import { dateOf, day, time } from '../../words/times';

  const id = $derived(route.getParams('/patient/:id').id);

  let patient = $state<Schemas['PatientView'] | null>(null);
  let history = $state<Schemas['RecordView'] | null>(null);
  let missing = $state<string | null>(null);
  let text = $state('');
  let joining = $state(false);
  let name = $state('');
  let others = $state<Schemas['FoundPatientView'][]>([]);

  async function load(id: string) {
    const params = { path: { id } };
    try {
      patient = await answer(api.GET('/api/patients/{id}', { params }));
      history = await answer(api.GET('/api/patients/{id}/record', { params }));
      missing = null;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      missing = error.message;
    }
  }

  $effect(() => {
    void id;
    untrack(() => void load(id));
  });

  $effect(() => {
    const query = { text: name };
    if (!joining) return;
    void attempt(answer(api.GET('/api/patients', { params: { query } }))).then(
      (found) => (others = (found?.patients ?? []).filter((one) => one.id !== id).slice(0, 6)),
    );
  });

  async function join(into: string) {
    const params = { path: { id } };
    if (!(await attempt(answer(api.POST('/api/patients/{id}/join', { params, body: { into } })), 'join'))) return;
    notices.say('Joined: the cases and alerts of both stand under one chart.');
    joining = false;
    await navigate('/patient/:id', { params: { id: into } });
  }

  const days = $derived(
    Object.entries(
      Object.groupBy(
        (history?.entries ?? [])
          .filter((entry) =>
            `${entry.text ?? ''} ${entry.by} ${entry.tooth ?? ''} ${entry.case ?? ''} ${dateOf(entry.at)}`
              .toLowerCase()
              .includes(text.trim().toLowerCase()),
          )
          .toReversed(),
        (entry) => new Date(entry.at).toDateString(),
      ),
    ),
  );
</script>

<svelte:head><title>{patient ? patient.name : 'Patient'} · Dentelle</title></svelte:head>

{#if missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{missing}</p>
    <Button class="mt-4 inline-block" href="/find">Find a case</Button>
  </div>
{:else if patient && history}
  <div class="mx-auto h-full max-w-[980px] overflow-y-auto px-8 pt-5 pb-10">
    <div class="flex flex-wrap items-baseline gap-x-6">
      <h1 class="text-[34px] leading-none">{patient.name}</h1>
      <span class="quiet">chart {patient.chart}{patient.birthYear ? `, born ${patient.birthYear}` : ''}</span>
      <span class="ml-auto flex gap-4">
        {#if me.may('sign')}
          <LineButton href="/api/patients/{id}/everything.zip" download>Everything of this patient</LineButton>
        {/if}
        <LineButton aria-expanded={joining} onclick={() => (joining = !joining)}>Same as another…</LineButton>
      </span>
    </div>
    {#if patient.alerts.length > 0}
      <p class="mt-3 border-l-4 border-critical pl-3 font-semibold">{patient.alerts.join(' · ')}</p>
    {/if}
    {#if joining}
      <section class="mt-4 border-l-4 border-plum pl-4" aria-label="Join with another">
        <p>
          {patient.name} is the same person as… Cases and alerts go to the one you pick; this chart then only points there.
        </p>
        <Input class="mt-2" placeholder="name or chart" aria-label="Find a patient" bind:value={name} />
        {#each others as other (other.id)}
          <p class="mt-2 flex flex-wrap items-baseline gap-3">
            <Button onclick={() => void join(other.id)}>{other.name}, chart {other.chart}</Button>
            <span class="quiet"
              >{other.birthYear ? `born ${other.birthYear}, ` : ''}{other.cases === 1
                ? 'one case'
                : `${other.cases} cases`}</span
            >
          </p>
        {/each}
      </section>
    {/if}
    <section class="mt-5 flex flex-wrap gap-3" aria-label="Cases">
      {#each patient.cases ?? [] as own (own.id)}
        <a
          class="block min-h-[52px] rounded-[4px] border border-hairline bg-leaf px-4 py-2 hover:border-plum"
          href="/case/{own.id}"
        >
          <span class="measure text-[21px] text-number">{own.teeth.join(' ') || 'no tooth'}</span>
          <span class="quiet block">
            case {own.number}{own.finished ? ', finished' : own.visitAt ? `, ${dateOf(own.visitAt)}` : ''}
          </span>
        </a>
      {:else}
        <p class="quiet">No case.</p>
      {/each}
    </section>
    <div class="mt-6 flex items-baseline">
      <h2 class="text-[23px]">History</h2>
      <Input class="ml-auto" placeholder="find in it" aria-label="Find in the history" bind:value={text} />
    </div>
    {#each days as [key, entries] (key)}
      <section aria-label={day(new Date(key))}>
        <h3 class="mt-3 border-b border-firm pb-1 text-[17px] text-soft">{day(new Date(key))}</h3>
        {#each entries ?? [] as entry (entry.id)}
          <p
            class="grid grid-cols-[3.4rem_4.6rem_minmax(0,1fr)_auto] gap-x-3 border-b border-hairline py-1 text-[15px]"
          >
            <span class="quiet measure">{time(new Date(entry.at))}</span>
            <span class="measure text-number">{entry.case ?? ''} {entry.tooth ?? ''}</span>
            <span>{entry.text ?? 'Erased, as the law asks.'}</span>
            <span class="quiet">{entry.by}</span>
          </p>
        {/each}
      </section>
    {:else}
      <p class="quiet mt-3">Nothing{text ? ' that has these words' : ' yet'}.</p>
    {/each}
  </div>
{/if}
