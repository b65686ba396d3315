<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { untrack } from 'svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { amend } from '../../parts/amend';
  import { changed } from '../../parts/changed.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { watchCase } from '../../parts/live';
  import { me } from '../../parts/me.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { route } from '../../router';
  import { dateOf, day, time } from '../../words/times';
  import { plain } from '../../words/words';
  import DoneFace from './DoneFace.svelte';
  import TakeAlong from './TakeAlong.svelte';

  const faces = { written: 'As written', done: 'Plan against done', along: 'To take along' } as const;

  const id = $derived(route.getParams('/case/:id/record').id);

  let record = $state<Schemas['RecordView'] | null>(null);
  let check = $state<Schemas['RecordCheckView'] | null>(null);
  let missing = $state<string | null>(null);
  let face = $state<keyof typeof faces>('written');
  let text = $state('');
  let code = $state('');
  let amending = $state<string | null>(null);
  let amendment = $state('');

  async function load() {
    try {
      const params = { path: { id } };
      record = await answer(api.GET('/api/cases/{id}/record', { params }));
      missing = null;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      missing = error.message;
    }
  }

  $effect(() => {
    void changed.sent;
    void id;
    untrack(() => void load());
  });
  $effect(() => watchCase(id, () => void load()));

  const found = $derived(
    (record?.entries ?? []).filter((entry) =>
      `${entry.text ?? ''} ${entry.by} ${entry.kind} ${entry.tooth ?? ''}`
        .toLowerCase()
        .includes(text.trim().toLowerCase()),
    ),
  );
  const visits = $derived.by(() => {
    const named = (record?.visits ?? []).map((visit) => ({
      visit,
      entries: found.filter((entry) => entry.visit === visit.id),
    }));
    const rest = found.filter((entry) => !record?.visits.some((visit) => visit.id === entry.visit));
    return [...(rest.length > 0 ? [{ visit: null, entries: rest }] : []), ...named];
  });
  const isSigned = (visit: string) => record?.entries.some((entry) => entry.kind === 'signed' && entry.visit === visit);

  async function sign(visit: string) {
    const params = { path: { id: visit } };
    const body = { id: crypto.randomUUID(), codeOrPassword: code || undefined };
    if ((await attempt(answer(api.POST('/api/visits/{id}/signature', { params, body })), 'sign')) === null) return;
    code = '';
    notices.say('Signed. What is written from now on stands after the signature.');
    await load();
  }

  async function putRight(event: SubmitEvent) {
    event.preventDefault();
    if (!amending || !(await amend(amending, amendment))) return;
    [amending, amendment] = [null, ''];
    await load();
  }

  const checked = $derived.by(() => {
    if (!check) return '';
    const erased = check.erased > 0 ? `, ${check.erased} erased by law` : '';
    const whole = `${check.entries} entries of the practice, whole${erased}; the last is ${check.head.slice(0, 8)}.`;
    return check.faults.length > 0 ? check.faults.join(' ') : whole;
  });

  async function verify() {
    check = await attempt(answer(api.GET('/api/record/check')));
  }
</script>

<svelte:head><title>{record ? `Record · ${record.title}` : 'Record'} · Dentelle</title></svelte:head>

{#if missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{missing}</p>
    <Button class="mt-4 inline-block" href="/find">Find a case</Button>
  </div>
{:else if record}
  <div class="mx-auto h-full max-w-[980px] overflow-y-auto px-8 pt-5 pb-10">
    <div class="flex flex-wrap items-baseline gap-x-6 gap-y-2">
      <h1 class="text-[29px]">Record of {record.title}</h1>
      <LineButton href="/case/{id}">To the case</LineButton>
      <span class="ml-auto flex gap-1.5" role="group" aria-label="What is shown">
        {#each Object.entries(faces) as [name, words] (name)}
          <Button aria-pressed={face === name} onclick={() => (face = name as keyof typeof faces)}>{words}</Button>
        {/each}
      </span>
    </div>
    {#if face === 'done'}
      <DoneFace {id} />
    {:else if face === 'along'}
      <TakeAlong {id} visits={record.visits} onchanged={load} />
    {:else}
      <p class="quiet mt-1 flex flex-wrap items-baseline gap-x-3">
        <Input class="order-last ml-auto" placeholder="find in it" aria-label="Find in the record" bind:value={text} />
        Entries are only added; each follows from the one before it by its hash.
        <LineButton onclick={() => void verify()}>Is it whole?</LineButton>
        {#if check}
          <span class={check.faults.length > 0 ? 'text-critical' : 'text-done'} role="status">
            {checked}
          </span>
        {/if}
      </p>
      {#each visits as { visit, entries } (visit?.id ?? '')}
        <section class="mt-6" aria-label={visit?.name ?? 'Before the visits'}>
          <div class="flex flex-wrap items-baseline gap-4 border-b border-firm pb-1">
            <h2 class="text-[23px]">{visit?.name ?? 'Plan'}</h2>
            {#if visit}
              <span class="text-soft"
                >{visit.at ? `${day(new Date(visit.at))}, ${time(new Date(visit.at))}` : 'no time agreed'}</span
              >
              <span class="ml-auto flex items-baseline gap-3">
                {#if isSigned(visit.id)}
                  <span class="text-done">signed</span>
                {:else if me.may('sign') && entries.some((entry) => entry.kind !== 'visit')}
                  {#if me.view?.hasSession && (me.view.hasCode || me.view.doors === 'accounts')}
                    <Input
                      type="password"
                      class="w-40!"
                      placeholder="code or password"
                      aria-label="Code or password"
                      bind:value={code}
                    />
                  {/if}
                  <Button onclick={() => void sign(visit.id)}>Sign this visit</Button>
                {/if}
                <LineButton href="/chair/{visit.id}">Chair</LineButton>
              </span>
            {/if}
          </div>
          {#each entries as entry (entry.id)}
            <div
              class="grid grid-cols-[104px_minmax(0,1fr)_auto] gap-x-4 border-b border-hairline py-1.5"
              class:amendment={entry.amends}
            >
              <span class="quiet measure pt-0.5" title={dateOf(entry.at)}
                >{visit ? '' : `${dateOf(entry.at)} `}{time(new Date(entry.at))}</span
              >
              <div>
                <p>
                  {entry.text ?? 'Erased, as the law asks. The chain holds its place.'}
                </p>
                {#if entry.picture}
                  <img class="mt-1 max-h-48" src="/api/pictures/{entry.picture}" alt={entry.text ?? 'picture'} />
                {/if}
                {#if amending === entry.id}
                  <form class="mt-1 flex gap-2" onsubmit={putRight}>
                    <Input
                      class="min-w-0 flex-1"
                      maxlength={4000}
                      placeholder="What is right"
                      aria-label="Amendment"
                      bind:value={amendment}
                    />
                    <Button type="submit" disabled={!amendment.trim()}>Amend</Button>
                  </form>
                {/if}
              </div>
              <span class="quiet text-right whitespace-nowrap">
                {entry.by} · <span class="measure" title="{plain(entry.kind)}, {entry.hash}">{entry.number}</span>
                {#if me.may('sign') && entry.kind !== 'signed'}
                  <LineButton class="ml-2" onclick={() => (amending = amending === entry.id ? null : entry.id)}
                    >Amend</LineButton
                  >
                {/if}
              </span>
            </div>
          {:else}
            <p class="quiet py-2">Nothing written here{text ? ' that has these words' : ''}.</p>
          {/each}
        </section>
      {/each}
    {/if}
  </div>
{/if}

<style>
  .amendment {
    border-left: 3px solid var(--plum);
    padding-left: 10px;
  }
</style>
