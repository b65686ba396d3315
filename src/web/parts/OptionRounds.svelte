<script lang="ts">
  import TableBodyCell from 'flowbite-svelte/TableBodyCell.svelte';
  import TableBodyRow from 'flowbite-svelte/TableBodyRow.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { untrack } from 'svelte';
  import type { Schemas, Unit } from '../api/client';
  import type { Vec } from '../scene/turntable';
  import { upperFirst } from '../words/words';
  import MapScale from './round/MapScale.svelte';
  import RoundCanvas from './round/RoundCanvas.svelte';
  import { RoundState } from './round/roundState.svelte';
  import SeenFrom from './round/SeenFrom.svelte';

  let { unit, columns, ground }: { unit: Unit; columns: readonly Schemas['OptionColumn'][]; ground: 'paper' | 'leaf' } =
    $props();

  // One hand turns them all.
  const round = untrack(() => RoundState.small(unit.drawing.round.mesial as unknown as Vec));
</script>

<TableBodyRow class="border-firm">
  <th class="py-1 pr-4 align-top font-normal text-soft" scope="row">
    <span class="block">In the round</span>
    <SeenFrom {round} label="Options seen from" />
    <Button class="mt-1 px-1.5 text-[13px]" aria-pressed={round.map} onclick={() => (round.map = !round.map)}
      >Against the plan</Button
    >
  </th>
  {#each columns as column (column.option)}
    <TableBodyCell class="py-0 pr-3">
      <div class="relative h-44 w-full max-w-56">
        <RoundCanvas
          address="/api/units/{unit.id}/bodies/option.glb?version={unit.version}&line={encodeURIComponent(
            column.option,
          )}"
          {round}
          label="{upperFirst(column.what)} in the round; all options turn together"
          room={{ x: 8, top: 10, bottom: 8 }}
          {ground}
        />
      </div>
    </TableBodyCell>
  {/each}
</TableBodyRow>
{#if round.map}
  <TableBodyRow>
    <td></td>
    <TableBodyCell colspan={columns.length} class="py-1">
      <MapScale over="more is cut than planned" short="less" />
    </TableBodyCell>
  </TableBodyRow>
{/if}
