<script lang="ts">
  import type { Schemas, Unit } from '../../api/client';
  import { outlinesOf } from '../../figures/ribbonOutlines';

  let {
    arch,
    units,
    current,
    onpick,
  }: {
    arch: Schemas['OutlineView'][];
    units: readonly Unit[];
    current: string | undefined;
    onpick: (unit: Unit) => void;
  } = $props();

  const width = 860;
  const jaws = $derived([outlinesOf(arch, 'upper', width, 44), outlinesOf(arch, 'lower', width, 152)]);
  const unitAt = (iso: string) => units.find((unit) => unit.plan.tooth === iso);
  // One line through all teeth of a bridge: their shared path.
  const bridges = $derived([
    ...new Map(
      units.filter((unit) => unit.bridge).map((unit) => [unit.bridge!.teeth.join(), unit.bridge!.teeth]),
    ).values(),
  ]);
</script>

<svg viewBox="-4 -26 {width + 8} 248" class="w-full" role="group" aria-label="Teeth of this case">
  {#each jaws as teeth, jaw (jaw)}
    {#each teeth as tooth (tooth.iso)}
      {@const unit = unitAt(tooth.iso)}
      {#if unit}
        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
        <g class="unit" class:now={unit.id === current} onclick={() => onpick(unit)}>
          <path d={tooth.outline} class={unit.traits.isCut ? 'planned' : 'pontic'} />
          {#each tooth.lines as line, i (i)}<path d={line} class="line" />{/each}
          <text x={tooth.x} y={tooth.y + (jaw === 0 ? -40 : 56)} text-anchor="middle" class="number"
            >{unit.written}</text
          >
        </g>
      {:else}
        <path d={tooth.outline} class="other" />
        {#each tooth.lines as line, i (i)}<path d={line} class="line faint" />{/each}
      {/if}
    {/each}
    {#each bridges as bridge (bridge.join())}
      {@const spanned = bridge
        .map((iso) => teeth.find((tooth) => tooth.iso === iso))
        .filter((tooth) => tooth !== undefined)}
      {#if spanned.length > 0}
        <polyline class="joined" points={spanned.map((tooth) => `${tooth.x},${tooth.y}`).join(' ')} />
      {/if}
    {/each}
  {/each}
</svg>

<style>
  path {
    fill: none;
    stroke-linejoin: round;
  }
  .other {
    fill: var(--leaf);
    stroke: var(--firm);
    stroke-width: 0.9;
  }
  .planned {
    fill: url(#room);
    stroke: var(--outline);
    stroke-width: 1.5;
  }
  .pontic {
    fill: var(--leaf);
    stroke: var(--outline);
    stroke-width: 1.5;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .line {
    stroke: var(--hatch);
    stroke-width: 0.8;
  }
  .faint {
    stroke: var(--hairline);
  }
  .unit {
    cursor: pointer;
  }
  .now .planned,
  .now .pontic {
    stroke: var(--plum);
    stroke-width: 2.4;
  }
  .now .number {
    fill: var(--plum);
  }
  .number {
    font: 400 24px var(--font-plate);
    font-variant-numeric: lining-nums tabular-nums;
    fill: var(--number);
  }
  .joined {
    fill: none;
    stroke: var(--plum);
    stroke-width: 1.6;
    pointer-events: none;
  }
</style>
