<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import { changed } from '../../parts/changed.svelte';
  import { attempt, jsonOf, notices } from '../../parts/notices.svelte';
  import { shared } from '../../parts/shared.svelte';
  import { line } from '../../parts/theme';
  import CaseRow from './CaseRow.svelte';
  import TraySide from './TraySide.svelte';

  let day = $state<Schemas['DayView'] | null>(null);
  let tray = $state<Schemas['TrayView'] | null>(null);
  let problem = $state<string | null>(null);

  const groups = $derived(
    Object.entries(
      Object.groupBy(day?.cases ?? [], (entry) =>
        entry.visitAt ? dayWords(new Date(entry.visitAt)) : 'No visit agreed',
      ),
    ),
  );

  function dayWords(at: Date): string {
    const words = at.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
    return at.toDateString() === new Date().toDateString() ? `Today, ${words}` : words;
  }

  async function load() {
    try {
      day = await answer(api.GET('/api/day'));
      // Run sheets take longer than the list; it stands meanwhile.
      tray = await answer(api.GET('/api/day/tray'));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      problem = error.message;
    }
  }

  async function importFile(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    const body = await jsonOf(file, 'case file');
    if (body === undefined) return;
    const added = await attempt(answer(api.POST('/api/cases/file', { body: body as Schemas['CaseFile'] })));
    if (!added) return;
    await load();
    if (added.told) notices.say(added.told);
    if (added.firstUnit) await navigate('/unit/:id', { params: { id: added.firstUnit } });
  }

  $effect(() => {
    void changed.settings;
    shared.caseId = null;
    void load();
  });
</script>

<svelte:head><title>Day · Dentelle</title></svelte:head>

<div class="grid h-full grid-cols-[minmax(0,1fr)_250px] xl:grid-cols-[minmax(0,1fr)_290px]">
  <div class="min-h-0 overflow-y-auto px-8 py-7">
    <div class="flex items-baseline gap-6">
      <h1 class="text-[34px] leading-none">Cases</h1>
      <p class="quiet">Press <span class="key">/</span> and say what is to be done: 36 crown zirconia</p>
      <label class="{line} ml-auto focus-within:outline-2">
        Add from file
        <input type="file" accept="application/json,.json" class="sr-only" onchange={importFile} />
      </label>
    </div>

    {#if problem}
      <p class="mt-8 border-l-4 border-critical pl-4">{problem}</p>
      <Button class="mt-4" onclick={() => ((problem = null), load())}>Try again</Button>
    {:else if day && day.cases.length === 0}
      <p class="mt-10 text-lg">
        No case yet. Press <span class="key">/</span> and type a tooth, what it gets and the material.
      </p>
    {/if}

    {#each groups as [title, cases] (title)}
      <section class="mt-7">
        <h2 class="border-b border-firm pb-1 text-[19px] text-soft">{title}</h2>
        {#each cases ?? [] as entry (entry.id)}
          <CaseRow {entry} time={tray?.visits.find((visit) => visit.caseId === entry.id)} />
        {/each}
      </section>
    {/each}
  </div>
  {#if tray}<TraySide {tray} />{/if}
</div>
