<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import { onMount } from 'svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { actions } from '../../actions.svelte';
  import { changed } from '../../parts/changed.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import BinList from './BinList.svelte';
  import FoundPatients from './FoundPatients.svelte';
  import FoundRow from './FoundRow.svelte';

  let text = $state(new URLSearchParams(location.search).get('text') ?? '');
  let when = $state(new URLSearchParams(location.search).get('when') ?? '');
  let stage = $state(new URLSearchParams(location.search).get('stage') ?? '');
  let page = $state(0);
  let found = $state<Schemas['FoundView'] | null>(null);
  let problem = $state<string | null>(null);
  let field = $state<HTMLElement>();
  let asked = 0;

  const pages = $derived(found ? Math.ceil(found.inAll / found.pageSize) : 0);

  // What is looked for stands in the address: a reload, and the way back, find it again.
  $effect(() => {
    void changed.settings;
    void changed.bin;
    const query = {
      text: text.trim() || undefined,
      when: when || undefined,
      open: stage === '' ? undefined : stage === 'open',
      page,
    };
    const address = new URLSearchParams(
      Object.entries({ text: text.trim(), when, stage }).filter(([, value]) => value),
    ).toString();
    history.replaceState(history.state, '', address ? `?${address}` : location.pathname);
    const mine = ++asked;
    answer(api.GET('/api/cases', { params: { query } }))
      .then((view) => {
        if (mine === asked) [found, problem] = [view, null];
      })
      .catch((error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
        problem = error.message;
      });
  });

  onMount(() => {
    const focus = () => field?.querySelector('input')?.focus();
    focus();
    return actions.offer([{ name: 'To the search', keys: ['f', 'F'], shown: 'F', run: focus }]);
  });
</script>

<svelte:head><title>Find · Dentelle</title></svelte:head>

<div class="h-full overflow-y-auto px-8 py-7">
  <h1 class="sr-only">Find</h1>
  <form class="flex flex-wrap items-end gap-4" role="search" onsubmit={(event) => event.preventDefault()}>
    <label class="flex min-w-72 flex-1 flex-col" bind:this={field}>
      <span class="quiet">Name, number, tooth, material, stage, date</span>
      <Input
        class="measure w-full! text-[24px]"
        type="search"
        maxlength={200}
        placeholder="ferrow 36 zirconia"
        bind:value={
          () => text,
          (value) => {
            text = value;
            page = 0;
          }
        }
      />
    </label>
    <label class="flex flex-col">
      <span class="quiet">Visit</span>
      <Select
        placeholder=""
        bind:value={
          () => when,
          (value) => {
            when = value;
            page = 0;
          }
        }
      >
        <option value="">any</option>
        <option value="coming">today and later</option>
        <option value="past">before today</option>
        <option value="none">none agreed</option>
      </Select>
    </label>
    <label class="flex flex-col">
      <span class="quiet">Teeth</span>
      <Select
        placeholder=""
        bind:value={
          () => stage,
          (value) => {
            stage = value;
            page = 0;
          }
        }
      >
        <option value="">any</option>
        <option value="open">some not finished</option>
        <option value="done">all finished</option>
      </Select>
    </label>
  </form>

  <FoundPatients {text} />
  {#if problem}
    <p class="mt-6 border-l-4 border-critical pl-4" role="alert">{problem}</p>
  {:else if found}
    <p class="quiet mt-4" role="status">
      {found.inAll === 0 ? 'No case' : found.inAll === 1 ? 'One case' : `${found.inAll} cases`}{pages > 1
        ? `, page ${page + 1} of ${pages}`
        : ''}
    </p>
    {#if found.inAll === 0 && (text || when || stage)}
      <p class="mt-2">
        Each word has to begin a word of the case.
        <LineButton onclick={() => ([text, when, stage] = ['', '', ''])}>Show all cases</LineButton>
      </p>
    {/if}
    <ul class="mt-1 border-t border-firm">
      {#each found.cases as entry (entry.id)}
        <FoundRow {entry} />
      {/each}
    </ul>
    {#if pages > 1}
      <p class="mt-4 flex gap-3">
        <Button disabled={page === 0} onclick={() => page--}>Newer</Button>
        <Button disabled={page + 1 >= pages} onclick={() => page++}>Older</Button>
      </p>
    {/if}
  {/if}
  <BinList />
</div>
