<script lang="ts">
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { answer, api, Refusal, type Inputs, type Schemas, type Unit } from '../../api/client';
  import { mm, plain, upperFirst } from '../../parts/words';
  import type { UnitState } from './unitState.svelte';

  let { open = $bindable(false), unitState, unit }: { open: boolean; unitState: UnitState; unit: Unit } = $props();

  let options = $state<string[]>([]);
  let columns = $state<Schemas['OptionColumn'][]>([]);
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

  $effect(() => {
    if (open) void compare(options);
  });

  async function compare(wanted: string[]): Promise<boolean> {
    try {
      const params = { path: { id: unit.id } };
      columns = (await answer(api.POST('/api/units/{id}/options', { params, body: { options: wanted } }))).columns;
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
    if (await compare(wanted)) {
      options = wanted;
      line = '';
    }
  }

  function take(inputs: Inputs) {
    unitState.change(inputs);
    options = [];
    open = false;
  }

  const percent = (share: number | null | undefined) => (share == null ? '–' : `${Math.round(share * 100)} %`);
</script>

<Modal bind:open size="xl" placement="top-center" class="dialog mt-10" aria-label="Options">
  <h2 class="font-plate text-[22px]">{unit.written}: options side by side</h2>
  <div class="overflow-x-auto">
    <table class="w-full table-fixed text-left text-[15px]">
      <thead>
        <tr>
          <td class="w-44"></td>
          {#each columns as column (column.option)}
            <th class="min-w-40 pr-4 align-bottom">
              <span class="quiet block">{column.option ? 'option' : 'planned'}</span>
              {upperFirst(column.what)}
              <span class="quiet block">{plain(column.material)}</span>
            </th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {@render row('Cut from the crown', (column) => percent(column.cost?.share))}
        {@render row('Volume cut, mm³', (column) => column.cost?.removedMm3.toFixed(0) ?? '–')}
        {@render row('Enamel that stays', (column) => percent(column.cost?.enamelLeftShare))}
        {@render row('Least over the pulp', (column) =>
          column.cost && column.cost.pulp.length > 0 ? mm(Math.min(...column.cost.pulp.map((one) => one.leftMm))) : '–',
        )}
        {@render row('Deepest cut', (column) => mm(column.deepestMm))}
        {@render row('Thinnest restoration', (column) => (column.cost ? mm(column.cost.leastThicknessMm) : '–'))}
        {@render row('Weakest wall resists', (column) => percent(column.holdShare))}
        {@render row('Bonded to enamel', (column) => percent(column.bondedShare))}
        {@render row('Cautions', (column) => String(column.cautions.length))}
        <tr class="border-t border-hairline align-top">
          <th class="py-1.5 font-normal text-soft" scope="row">Against what is planned</th>
          {#each columns as column (column.option)}
            <td class="py-1.5 pr-4 text-[14px]">
              {column.sentence ?? ''}
              {#if column.option}
                <span class="mt-1 flex gap-2">
                  <button class="pill text-[13px]" onclick={() => take(column.inputs)}>Take this</button>
                  <button
                    class="line-button"
                    onclick={() => (options = options.filter((other) => other !== column.option))}>Away</button
                  >
                </span>
              {/if}
            </td>
          {/each}
        </tr>
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
  <p class="quiet">Volumes, enamel and pulp are averages of the form. Three options at most.</p>
</Modal>

{#snippet row(words: string, value: (column: Schemas['OptionColumn']) => string)}
  <tr class="border-t border-hairline">
    <th class="py-1 pr-4 font-normal text-soft" scope="row">{words}</th>
    {#each columns as column (column.option)}<td class="measure py-1 pr-4 text-[17px]">{value(column)}</td>{/each}
  </tr>
{/snippet}
