<script lang="ts">
  import { dragHandle, dragHandleZone, type DndEvent } from 'svelte-dnd-action';
  import { phases, type SheetState, type Step } from './sheetState.svelte';
  import StepRow from './StepRow.svelte';

  let { sheet }: { sheet: SheetState } = $props();

  interface Item {
    id: string;
    step: Step;
  }

  /** The steps as they stand; while one is dragged, as they would. */
  let items = $state.raw<Item[]>([]);
  let list = $state<HTMLElement | null>(null);

  const standing = () => sheet.steps.map((step) => ({ id: step.key, step }));

  $effect(() => {
    items = standing();
  });
  $effect(() => {
    list?.querySelector(`[data-key="${CSS.escape(sheet.selected)}"]`)?.scrollIntoView({ block: 'nearest' });
  });

  /** Where each phase is reached for the first time; a step of an earlier one may still follow. */
  const heads = $derived(
    items
      .filter(({ step }, i) => items.slice(0, i).every((before) => rank(before.step) < rank(step)))
      .map(({ id }) => id),
  );
  const rank = (step: Step) => Object.keys(phases).indexOf(step.phase);

  async function drop({ detail }: CustomEvent<DndEvent<Item>>) {
    items = detail.items;
    await sheet.move(
      detail.info.id,
      items.findIndex((item) => item.id === detail.info.id),
    );
    // Where it can't go it is back where it was.
    items = standing();
  }
</script>

<ol
  bind:this={list}
  use:dragHandleZone={{ items, flipDurationMs: 0, dropTargetStyle: {}, zoneTabIndex: -1 }}
  onconsider={(event: CustomEvent<DndEvent<Item>>) => (items = event.detail.items)}
  onfinalize={drop}
>
  {#each items as { id, step }, i (id)}
    <li class="relative bg-(--paper)">
      <StepRow {step} {sheet} first={i === 0} last={i === items.length - 1} head={heads.includes(id)} />
      <span use:dragHandle class="grip" aria-label="Move {step.name}{step.part ? `, ${step.part}` : ''}">
        <svg width="14" height="22" viewBox="0 0 14 22" aria-hidden="true">
          <path d="M3 4v14M7 4v14M11 4v14" />
        </svg>
      </span>
    </li>
  {/each}
</ol>

<style>
  .grip {
    position: absolute;
    right: 0;
    bottom: 0;
    display: grid;
    place-items: center;
    width: 44px;
    height: 48px;
    touch-action: none;
  }
  .grip path {
    stroke: var(--firm);
    stroke-width: 1.4;
    stroke-linecap: round;
  }
  .grip:hover path {
    stroke: var(--plum);
  }
</style>
