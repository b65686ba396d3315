<script lang="ts">
  import { onMount } from 'svelte';
  import { answer, api, Refusal, type Inputs, type Schemas, type Unit } from '../api/client';
  import { fit } from '../figures/plate';
  import SectionFigure from '../figures/SectionFigure.svelte';
  import { mm, plain, upperFirst } from '../words/words';

  let { unit, ontake }: { unit: Unit; ontake: (inputs: Inputs) => void } = $props();

  type Column = Schemas['OptionColumn'];

  let options = $state<string[]>([]);
  let columns = $state<Column[]>([]);
  let line = $state('');
  let wrong = $state<string | null>(null);

  // Restorations this tooth could get instead, and other materials of what it gets.
  const offers = $derived([
    ...unit.choices.restorations
      .filter((kind) => kind !== unit.plan.restoration)
      .map((kind) => plain(kind).replace('partial crown', 'partial')),
    ...unit.choices.materials
      .filter((choice) => choice.material !== unit.plan.material)
      .map((choice) => `${plain(unit.plan.restoration)} ${choice.material}`),
  ]);

  onMount(() => void compare([]));

  /** Shows these options; one that is refused is told and leaves the others as they are. */
  async function compare(wanted: string[]): Promise<boolean> {
    try {
      const params = { path: { id: unit.id } };
      columns = (await answer(api.POST('/api/units/{id}/options', { params, body: { options: wanted } }))).columns;
      options = wanted;
      wrong = null;
      return true;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      wrong = error.message;
      return false;
    }
  }

  async function add(option: string) {
    const wanted = [...options, option.trim()];
    if (!option.trim() || wanted.length > 3) return;
    if (await compare(wanted)) line = '';
  }

  const least = (column: Column) =>
    column.cost && column.cost.pulp.length > 0 ? Math.min(...column.cost.pulp.map((one) => one.leftMm)) : undefined;
  const percent = (share: number) => `${Math.round(share * 100)} %`;

  interface Row {
    words: string;
    /** What is compared; nothing where it is not known. */
    of: (column: Column) => number | null | undefined;
    said: (value: number, column: Column) => string;
    /** What a full bar stands for. */
    full: number;
    /** Whether less of it is better. */
    less?: boolean;
  }

  const rows: Row[] = [
    {
      words: 'Cut from the crown',
      of: (c) => c.cost?.share,
      said: (v, c) => `${percent(v)}, ${c.cost!.removedMm3.toFixed(0)} mm³`,
      full: 1,
      less: true,
    },
    { words: 'Enamel that stays', of: (c) => c.cost?.enamelLeftShare, said: percent, full: 1 },
    { words: 'Least over the pulp', of: least, said: mm, full: 4 },
    { words: 'Deepest cut', of: (c) => c.deepestMm, said: mm, full: 3, less: true },
    { words: 'Thinnest restoration', of: (c) => c.cost?.leastThicknessMm, said: mm, full: 3 },
    { words: 'Weakest wall resists', of: (c) => c.holdShare, said: percent, full: 1 },
    { words: 'Bonded to enamel', of: (c) => c.bondedShare, said: percent, full: 1 },
    { words: 'Cautions', of: (c) => c.cautions.length, said: String, full: 8, less: true },
  ];
  const shown = $derived(rows.filter((row) => columns.some((column) => row.of(column) != null)));

  function isBest(row: Row, column: Column): boolean {
    const known = columns.map(row.of).filter((value) => value != null);
    const own = row.of(column);
    if (own == null || known.length < 2 || known.every((value) => value === known[0])) return false;
    return own === (row.less ? Math.min(...known) : Math.max(...known));
  }
</script>

<div class="overflow-x-auto">
  <table class="w-full table-fixed text-left text-[15px]">
    <thead>
      <tr>
        <td class="w-44"></td>
        {#each columns as column (column.option)}
          <th class="min-w-40 pr-5 align-bottom font-normal">
            <span class="quiet block">{column.option ? 'option' : 'planned'}</span>
            <span class="measure text-[19px]">{upperFirst(column.what)}</span>
            <span class="quiet block">{plain(column.material)}</span>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      <tr class="border-t border-firm">
        <th class="py-1 pr-4 font-normal text-soft" scope="row">Faciolingual section</th>
        {#each columns as column (column.option)}
          <td class="pr-5">
            <svg viewBox="0 0 190 132" class="w-full max-w-52" aria-hidden="true">
              <SectionFigure
                section={column.section}
                on={fit(
                  column.section.present,
                  { x: 4, y: 6, width: 182, height: 120 },
                  true,
                  unit.drawing.jaw === 'lower',
                )}
                selected=""
              />
            </svg>
          </td>
        {/each}
      </tr>
      {#each shown as row (row.words)}
        <tr class="border-t border-hairline">
          <th class="py-1.5 pr-4 font-normal text-soft" scope="row">{row.words}</th>
          {#each columns as column (column.option)}
            {@const value = row.of(column)}
            <td class="py-1.5 pr-5">
              {#if value == null}
                <span class="text-soft">–</span>
              {:else}
                <span class="measure text-[19px] {isBest(row, column) ? 'text-done' : ''}"
                  >{row.said(value, column)}{#if isBest(row, column)}<span class="ml-1.5 text-[14px]">best</span
                    >{/if}</span
                >
                <svg viewBox="0 0 100 4" class="block h-1.5 w-full" preserveAspectRatio="none" aria-hidden="true">
                  <rect width="100" height="4" class="track" />
                  <rect
                    width={100 * Math.min(1, Math.max(0, value / row.full))}
                    height="4"
                    class={isBest(row, column) ? 'best' : 'bar'}
                  />
                </svg>
              {/if}
            </td>
          {/each}
        </tr>
      {/each}
      {#if columns.length > 1}
        <tr class="border-t border-hairline align-top">
          <th class="py-1.5 font-normal text-soft" scope="row">Against what is planned</th>
          {#each columns as column (column.option)}
            <td class="py-1.5 pr-5 text-[14px]">
              {column.sentence ?? ''}
              {#if column.option}
                <span class="mt-1 flex gap-2">
                  <button class="pill text-[13px]" onclick={() => ontake(column.inputs)}>Take this</button>
                  <button
                    class="line-button"
                    onclick={() => void compare(options.filter((other) => other !== column.option))}>Away</button
                  >
                </span>
              {/if}
            </td>
          {/each}
        </tr>
      {/if}
    </tbody>
  </table>
</div>
<form
  class="mt-2 flex flex-wrap gap-2"
  onsubmit={(event) => {
    event.preventDefault();
    void add(line);
  }}
>
  {#each offers.filter((offer) => !options.includes(offer)).slice(0, 8) as offer (offer)}
    <button type="button" class="pill text-[13px]" disabled={options.length >= 3} onclick={() => add(offer)}
      >{offer}</button
    >
  {/each}
  <input
    class="field min-w-48 flex-1"
    aria-label="Another option"
    placeholder="crown metal"
    maxlength="120"
    bind:value={line}
  />
  <button class="pill text-[13px]" disabled={options.length >= 3 || !line.trim()}>Add</button>
</form>
{#if wrong}<p class="text-critical" role="alert">{wrong}</p>{/if}
<p class="quiet mt-1">Volumes, enamel and pulp are averages of the form. Three options at most.</p>

<style>
  .track {
    fill: var(--hairline);
  }
  .bar {
    fill: var(--hatch);
  }
  .best {
    fill: var(--done);
  }
</style>
