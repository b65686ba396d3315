<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { changed } from '../../parts/changed.svelte';
  import { shared } from '../../parts/shared.svelte';
  import { day as dayWords } from '../../words/times';
  import AddFromFile from './AddFromFile.svelte';
  import AskedList from './AskedList.svelte';
  import CaseRow from './CaseRow.svelte';
  import FirstSteps from './FirstSteps.svelte';
  import { askAgain } from '../../parts/counting';
  import TraySide from './TraySide.svelte';

  let day = $state<Schemas['DayView'] | null>(null);
  let tray = $state<Schemas['TrayView'] | null>(null);
  let problem = $state<string | null>(null);

  const groups = $derived([
    ...Object.entries(Object.groupBy(day?.cases ?? [], (entry) => titleOf(entry))),
    ...(day?.withoutVisit.length ? [['No visit agreed', day.withoutVisit] as const] : []),
  ]);
  const isEmpty = $derived(day && day.comingInAll + day.withoutVisitInAll + day.earlierOpen === 0);
  const more = $derived(day ? day.comingInAll + day.withoutVisitInAll - day.cases.length - day.withoutVisit.length : 0);

  function titleOf(entry: Schemas['CaseView']): string {
    if (!entry.visitAt) return 'Can’t be shown';
    const at = new Date(entry.visitAt);
    return at.toDateString() === new Date().toDateString() ? `Today, ${dayWords(at)}` : dayWords(at);
  }

  async function load() {
    try {
      day = await answer(api.GET('/api/day'));
      problem = null;
      // Run sheets take longer than the list; it stands meanwhile.
      await loadTray();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      problem = error.message;
    }
  }

  async function loadTray() {
    tray = await answer(api.GET('/api/day/tray'));
  }

  $effect(() => askAgain(tray, () => loadTray().catch(() => undefined)));

  $effect(() => {
    void changed.settings;
    void changed.sent;
    void changed.bin;
    shared.leaveCase();
    void load();
  });
</script>

<svelte:head><title>Day · Dentelle</title></svelte:head>

<div class="grid h-full grid-cols-[minmax(0,1fr)_250px] xl:grid-cols-[minmax(0,1fr)_290px]">
  <div class="min-h-0 overflow-y-auto px-8 py-7">
    <div class="flex flex-wrap items-baseline gap-x-6 gap-y-1">
      <h1 class="text-[34px] leading-none">Day</h1>
      <p class="quiet">Press <span class="key">/</span> and say what is to be done: 36 crown zirconia</p>
      <AddFromFile onadded={load} />
    </div>

    {#if problem}
      <p class="mt-8 border-l-4 border-critical pl-4" role="alert">{problem}</p>
      <Button class="mt-4" onclick={() => void load()}>Try again</Button>
    {:else if isEmpty}
      <FirstSteps />
    {:else if day && day.comingInAll === 0}
      <p class="mt-6">No visit is agreed for today or later.</p>
    {/if}
    {#if day && day.earlierOpen > 0}
      <p class="mt-4 border-l-4 border-(--over-mark) pl-3">
        <a class="inline-block min-h-[26px] underline hover:text-plum" href="/find?when=past&stage=open"
          >{day.earlierOpen === 1 ? 'One earlier visit has' : `${day.earlierOpen} earlier visits have`} teeth that are not
          finished.</a
        >
      </p>
    {/if}

    {#if day && day.asked.length > 0}<AskedList asked={day.asked} />{/if}

    {#each groups as [title, cases] (title)}
      <section class="mt-7">
        <h2 class="border-b border-firm pb-1 text-[19px] text-soft">{title}</h2>
        {#each cases ?? [] as entry (entry.id)}
          <CaseRow {entry} chair={tray?.visits.find((visit) => visit.caseId === entry.id)} />
        {/each}
      </section>
    {/each}
    {#if day && !isEmpty}
      <p class="mt-6">
        <a class="inline-block min-h-[26px] underline hover:text-plum" href="/find"
          >{more > 0 ? `${more} more, and earlier visits` : 'Earlier visits and all cases'}</a
        >
      </p>
    {/if}
  </div>
  {#if tray}<TraySide {tray} />{/if}
</div>
