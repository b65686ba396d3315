<script lang="ts">
  import type { Schemas, Verdict } from '../../api/client';
  import { path, place, type Placing } from '../../figures/plate';
  import { verdicts } from '../../parts/verdicts';

  let {
    above,
    on,
    selected,
    verdictOf,
    onpick,
  }: {
    above: Schemas['AboveView'];
    on: Placing;
    selected: string;
    verdictOf: (zone: string) => Verdict | undefined;
    onpick: (zone: string) => void;
  } = $props();

  const present = $derived(path(above.present, on));
  const finish = $derived(path(above.finishLine, on));
</script>

<g>
  <path d={present + finish} fill="url(#room)" fill-rule="evenodd" />
  <path d={finish} class="finish" />
  <path d={path(above.axial, on)} class="axial" />
  <path d={path(above.table, on)} class="table" />
  {#each above.lines as line, i (i)}
    <path d={path(line, on, false)} class="groove" />
  {/each}
  <path d={present} class="present" />
  {#each above.marks as mark (mark.zone)}
    {@const at = place(mark, on)}
    {@const verdict = verdictOf(mark.zone)}
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <g class="pick" onclick={() => onpick(mark.zone)}>
      <circle cx={at.x} cy={at.y} r="10" fill="transparent" />
      <circle
        cx={at.x}
        cy={at.y}
        r={mark.zone === selected ? 5 : 2.6}
        class="dot"
        class:selected={mark.zone === selected}
        style:fill={verdict && mark.zone !== selected ? verdicts[verdict].colour : undefined}
      />
    </g>
  {/each}
</g>

<style>
  .finish {
    fill: var(--tooth);
    stroke: var(--outline);
    stroke-width: 1.5;
  }
  .axial {
    fill: none;
    stroke: var(--outline);
    stroke-width: 0.9;
  }
  .table {
    fill: none;
    stroke: var(--soft);
    stroke-width: 0.7;
  }
  .groove {
    fill: none;
    stroke: var(--hatch);
    stroke-width: 0.9;
  }
  .present {
    fill: none;
    stroke: var(--outline);
    stroke-width: 1.4;
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .dot {
    fill: var(--outline);
  }
  .dot.selected {
    fill: var(--plum);
  }
  .pick {
    cursor: pointer;
  }
</style>
