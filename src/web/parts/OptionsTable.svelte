<script lang="ts">
  import Table from 'flowbite-svelte/Table.svelte';
  import TableBody from 'flowbite-svelte/TableBody.svelte';
  import TableBodyCell from 'flowbite-svelte/TableBodyCell.svelte';
  import TableBodyRow from 'flowbite-svelte/TableBodyRow.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import LineButton from './LineButton.svelte';
  import OptionRounds from './OptionRounds.svelte';
  import { onMount } from 'svelte';
  import { answer, api, Refusal, type Inputs, type Schemas, type Unit } from '../api/client';
  import { fit } from '../figures/plate';
  import SectionFigure from '../figures/SectionFigure.svelte';
  import { plain, upperFirst } from '../words/words';
  import { rowsOf } from './optionRows';

  let {
    unit,
    ontake,
    ground = 'paper',
  }: { unit: Unit; ontake: (inputs: Inputs) => void; ground?: 'paper' | 'leaf' } = $props();

  let options = $state<string[]>([]);
  let columns = $state<Schemas['OptionColumn'][]>([]);
  let line = $state('');
  let wrong = $state<string | null>(null);
  let turning = $state(false);

  // Restorations this tooth could get instead, and other materials of what it gets.
  const offers = $derived([
    ...unit.choices.restorations
      .filter((kind) => kind !== unit.plan.restoration)
      .map((kind) => plain(kind).replace('partial crown', 'partial')),
    ...unit.choices.materials
      .filter((choice) => choice.material !== unit.plan.material)
      .map((choice) => `${plain(unit.plan.restoration)} ${choice.material}`),
  ]);

  // The likeliest are there before anybody asks.
  onMount(() => void compare());

  /** Shows these options; one that is refused is told and leaves the others as they are. */
  async function compare(wanted?: string[]): Promise<boolean> {
    try {
      const params = { path: { id: unit.id } };
      columns = (await answer(api.POST('/api/units/{id}/options', { params, body: { options: wanted } }))).columns;
      options = columns.map((column) => column.option).filter(Boolean);
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

  const shown = $derived(rowsOf(columns));
</script>

<Table border={false}>
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
  <TableBody>
    <TableBodyRow class="border-firm">
      <th class="py-1 pr-4 font-normal text-soft" scope="row">
        Faciolingual section
        {#if !turning}
          <Button class="mt-1 block text-[13px]" onclick={() => (turning = true)}>Turn them in the round</Button>
        {/if}
      </th>
      {#each columns as column (column.option)}
        <TableBodyCell class="py-0">
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
        </TableBodyCell>
      {/each}
    </TableBodyRow>
    {#if turning}<OptionRounds {unit} {columns} {ground} />{/if}
    {#each shown as row (row.words)}
      <TableBodyRow>
        <th class="py-1.5 pr-4 font-normal text-soft" scope="row">{row.words}</th>
        {#each columns as column (column.option)}
          {@const value = row.of(column)}
          {@const best = row.best.includes(column)}
          <TableBodyCell>
            {#if value == null}
              <span class="text-soft">–</span>
            {:else}
              <span class="measure text-[19px] {best ? 'text-done' : ''}"
                >{row.said(value, column)}{#if best}<span class="ml-1.5 text-[14px]">best</span>{/if}</span
              >
              {#if row.full}
                <svg
                  viewBox="0 0 100 4"
                  class="block h-1.5 w-full max-w-52"
                  preserveAspectRatio="none"
                  aria-hidden="true"
                >
                  <rect width="100" height="4" class="track" />
                  <rect
                    width={100 * Math.min(1, Math.max(0, value / row.full))}
                    height="4"
                    class={best ? 'best' : 'bar'}
                  />
                </svg>
              {/if}
            {/if}
          </TableBodyCell>
        {/each}
      </TableBodyRow>
    {/each}
    {#if columns.length > 1}
      <TableBodyRow class="align-top">
        <th class="py-1.5 font-normal text-soft" scope="row">Against what is planned</th>
        {#each columns as column (column.option)}
          <TableBodyCell class="text-[14px]">
            {column.sentence ?? ''}
            {#if column.option}
              <span class="mt-1 flex gap-2">
                <Button class="text-[13px]" onclick={() => ontake(column.inputs)}>Take this</Button>
                <LineButton onclick={() => void compare(options.filter((other) => other !== column.option))}
                  >Away</LineButton
                >
              </span>
            {/if}
          </TableBodyCell>
        {/each}
      </TableBodyRow>
    {/if}
  </TableBody>
</Table>
<form
  class="mt-2 flex flex-wrap gap-2"
  onsubmit={(event) => {
    event.preventDefault();
    void add(line);
  }}
>
  {#each offers.filter((offer) => !options.includes(offer)).slice(0, 8) as offer (offer)}
    <Button class="text-[13px]" disabled={options.length >= 3} onclick={() => add(offer)}>{offer}</Button>
  {/each}
  <Input
    class="min-w-48 flex-1"
    aria-label="Another option"
    placeholder="crown metal"
    maxlength={120}
    bind:value={line}
  />
  <Button type="submit" class="text-[13px]" disabled={options.length >= 3 || !line.trim()}>Add</Button>
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
