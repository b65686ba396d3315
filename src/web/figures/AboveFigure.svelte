<script lang="ts">
  import type { Schemas, Verdict } from '../api/client';
  import { path, type Placing } from './plate';
  import { verdicts } from '../words/verdicts';
  import ZoneDot from './ZoneDot.svelte';

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
  {#if above.finishLine.length > 0}
    <path d={present + finish} fill="url(#room)" fill-rule="evenodd" />
    <path d={finish} class="finish" />
  {:else}
    <path d={present} class="finish" />
    {#if above.cut.length > 0}
      {@const cut = above.cut.map((line) => path(line, on)).join('')}
      <path d={cut} fill="url(#room)" fill-rule="evenodd" />
      <path d={cut} class="axial" />
    {/if}
  {/if}
  <path d={path(above.axial, on)} class="axial" />
  <path d={path(above.table, on)} class="table" />
  {#each above.lines as line, i (i)}
    <path d={path(line, on, false)} class="groove" />
  {/each}
  <path d={present} class="present" />
  {#each above.marks as mark (mark.zone)}
    {@const verdict = verdictOf(mark.zone)}
    <ZoneDot {mark} {on} selected={mark.zone === selected} colour={verdict && verdicts[verdict].colour} {onpick} />
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
</style>
