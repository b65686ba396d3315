<script lang="ts">
  import PlaceDot from './PlaceDot.svelte';
  import { verdicts } from '../words/verdicts';

  const lines = [
    { kind: 'present', words: 'the tooth as it stands' },
    { kind: 'planned', words: 'the preparation' },
    { kind: 'outer', words: 'the restoration’s own outline' },
    { kind: 'enamel', words: 'where enamel ends, an average' },
    { kind: 'around', words: 'neighbours and antagonist, an average arch' },
    { kind: 'path', words: 'path of insertion, and what is chosen' },
  ];
</script>

<dl class="grid grid-cols-[4.5rem_1fr] content-start items-center gap-y-2">
  {#each lines as line (line.kind)}
    <dt>
      <svg width="56" height="10" viewBox="0 0 56 10" aria-hidden="true"
        ><line x1="2" y1="5" x2="54" y2="5" class={line.kind} /></svg
      >
    </dt>
    <dd>{line.words}</dd>
  {/each}
  <dt>
    <svg width="56" height="16" viewBox="0 0 56 16" aria-hidden="true"
      ><rect width="56" height="16" fill="url(#room)" /></svg
    >
  </dt>
  <dd>room: what is cut away</dd>
  <dt>
    <svg width="56" height="16" viewBox="0 0 56 16" aria-hidden="true"><rect width="56" height="16" class="pulp" /></svg
    >
  </dt>
  <dd>pulp, an average or as on the radiograph</dd>
  <dt>
    <svg width="56" height="16" viewBox="0 0 56 16" aria-hidden="true"
      ><PlaceDot x={8} y={8} kind="zone" /><PlaceDot x={28} y={8} kind="margin" /><PlaceDot
        x={48}
        y={8}
        kind="contact"
      /></svg
    >
  </dt>
  <dd>a zone; a piece of the margin, the edges; a contact</dd>
  {#each Object.values(verdicts) as verdict (verdict.words)}
    <dt class="measure text-[19px] leading-none {verdict.text}">{verdict.sign}</dt>
    <dd>{verdict.words}</dd>
  {/each}
  <dt class="text-over">!</dt>
  <dd>a caution</dd>
</dl>

<style>
  line {
    stroke: var(--outline);
    stroke-width: 1.6;
  }
  .present {
    stroke-dasharray: 0.1 4;
    stroke-linecap: round;
  }
  .outer {
    stroke-width: 0.8;
  }
  .enamel {
    stroke: var(--soft);
    stroke-width: 1;
    stroke-dasharray: 4 3;
  }
  .around {
    stroke: var(--hatch);
    stroke-width: 0.8;
  }
  .path {
    stroke: var(--plum);
  }
  .pulp {
    fill: var(--pulp);
  }
</style>
