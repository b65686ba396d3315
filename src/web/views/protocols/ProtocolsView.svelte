<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount, untrack } from 'svelte';
  import { changed } from '../../parts/changed.svelte';
  import DraftPanel from './DraftPanel.svelte';
  import LineRow from './LineRow.svelte';
  import { ProtocolState } from './protocolState.svelte';
  import SampleFigure from './SampleFigure.svelte';
  import SidesList from './SidesList.svelte';

  const book = new ProtocolState();
  const disagreements = 'Where the trade disagrees';
  const thicknesses = 'Thicknesses and margins';

  let section = $state(thicknesses);
  let group = $state('');

  const lines = $derived(book.shown?.lines ?? []);
  const sections = $derived(
    [...new Set(lines.map((line) => line.section))].toSpliced(1, 0, ...(book.shown ? [disagreements] : [])),
  );
  const departing = $derived(book.shown?.differences.map((one) => one.section) ?? []);
  const inSection = $derived(lines.filter((line) => line.section === section));
  // One entry for each restoration in its materials; what a margin could be instead stands below its own entry.
  const entries = $derived(book.shown?.samples.map((one) => one.name) ?? []);
  const entry = $derived(entries.includes(group) ? group : (entries[0] ?? ''));
  const kindOf = (name: string) => name.split(', ')[0]!;
  const rest = (name: string) => name.split(', ').slice(1).join(', ');
  const kinds = $derived([...new Set(entries.map(kindOf))]);
  const rows = $derived(
    section === thicknesses
      ? inSection.filter((line) => line.group === entry || line.group.startsWith(`${entry}, `))
      : inSection,
  );
  const headed = $derived(Object.entries(Object.groupBy(rows, (line) => (section === thicknesses ? '' : line.group))));

  onMount(() => () => book.leave());
  $effect(() => {
    void changed.bin;
    untrack(() => void book.load());
  });
</script>

<svelte:head><title>Protocols · Dentelle</title></svelte:head>

{#if book.missing}
  <div class="p-10"><p class="border-l-4 border-critical pl-4">{book.missing}</p></div>
{:else if book.shown && book.base}
  <div class="grid h-full grid-cols-[186px_minmax(0,1fr)_292px] xl:grid-cols-[208px_minmax(0,1fr)_318px]">
    <nav class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-4" aria-label="Parts of the protocol">
      {#each sections as name (name)}
        <button
          class="block min-h-9 w-full border-l-3 py-1 pl-3 text-left {name === section
            ? 'border-plum font-semibold'
            : 'border-transparent'}"
          aria-current={name === section ? 'true' : undefined}
          onclick={() => (section = name)}
        >
          {name}{#if departing.includes(name)}<span class="text-plum" title="departs from the shipped one">
              ·</span
            >{/if}
        </button>
      {/each}
    </nav>

    <div class="min-h-0 overflow-y-auto px-6 py-5">
      <h1 class="text-[27px] leading-tight">{section}</h1>
      {#if book.wrong}
        <p class="mt-2 border-l-4 border-critical pl-3" role="alert">{book.wrong} Nothing was changed.</p>
      {/if}
      {#if section === disagreements}
        <p class="quiet mt-1">Good practitioners differ here. Take a side; both reasons stand beside it.</p>
        <SidesList {book} />
      {:else}
        {#if section === thicknesses}
          <div class="mt-2 flex flex-wrap gap-x-5" role="group" aria-label="Restoration">
            {#each kinds as kind (kind)}
              <button
                class="min-h-9 border-b-2 {kind === kindOf(entry) ? 'border-plum font-semibold' : 'border-transparent'}"
                aria-pressed={kind === kindOf(entry)}
                onclick={() => (group = entries.find((one) => kindOf(one) === kind)!)}>{kind}</button
              >
            {/each}
          </div>
          <div class="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Of">
            {#each entries.filter((one) => kindOf(one) === kindOf(entry)) as name (name)}
              <Button
                class="text-[13px] first-letter:uppercase"
                aria-pressed={name === entry}
                onclick={() => (group = name)}>{rest(name)}</Button
              >
            {/each}
          </div>
          <SampleFigure {book} {entry} />
        {/if}
        {#each headed as [heading, lines] (heading)}
          {#if heading}<h2 class="mt-5 text-[19px] text-soft">{heading}</h2>{/if}
          <div class="mt-2 border-t border-firm">
            {#each lines ?? [] as line (line.fields[0]!.path)}
              <LineRow {book} {line} />
            {/each}
          </div>
        {/each}
      {/if}
    </div>

    <DraftPanel {book} />
  </div>
{/if}
