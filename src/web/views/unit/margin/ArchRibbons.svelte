<script lang="ts">
  import type { Schemas } from '../../../api/client';
  import { ribbon } from '../../../figures/arch';
  import { navigate } from '../../../router';

  let { units, current }: { units: Schemas['UnitLink'][]; current: string } = $props();

  // Abutments and pontics hang together on one line: their shared path.
  const bridges = $derived(
    units
      .map((unit) => unit.bridge)
      .filter((teeth, i, all) => teeth.length > 0 && all.findIndex((other) => other[0] === teeth[0]) === i),
  );

  const width = 172;
  const jaws = [
    { teeth: ribbon('upper', width), y: 0 },
    { teeth: ribbon('lower', width), y: 34 },
  ];
</script>

<svg viewBox="0 0 {width} 66" class="my-2 w-full" aria-hidden="true">
  {#each jaws as jaw (jaw.y)}
    <g transform="translate(0 {jaw.y})">
      {#each jaw.teeth as tooth (tooth.iso)}
        {@const unit = units.find((candidate) => candidate.tooth === tooth.iso)}
        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
        <rect
          x={tooth.x - tooth.width / 2}
          y={tooth.y - tooth.height / 2}
          width={tooth.width}
          height={tooth.height}
          rx="3.2"
          class={unit ? (unit.id === current ? 'now' : 'also') : 'other'}
          onclick={() => unit && navigate('/unit/:id', { params: { id: unit.id } })}
        />
      {/each}
      {#each bridges.filter((teeth) => jaw.teeth.some((tooth) => tooth.iso === teeth[0])) as teeth (teeth[0])}
        <polyline
          class="bridge"
          points={teeth
            .map((iso) => jaw.teeth.find((tooth) => tooth.iso === iso)!)
            .map((tooth) => `${tooth.x},${tooth.y}`)
            .join(' ')}
        />
      {/each}
    </g>
  {/each}
</svg>

<style>
  rect {
    stroke: var(--firm);
    stroke-width: 0.7;
  }
  .bridge {
    fill: none;
    stroke: var(--leaf);
    stroke-width: 1.6;
    pointer-events: none;
  }
  .other {
    fill: var(--tooth);
  }
  .also {
    fill: var(--hatch);
    cursor: pointer;
  }
  .now {
    fill: var(--plum);
    stroke: var(--plum);
  }
</style>
