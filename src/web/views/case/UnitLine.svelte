<script lang="ts">
  import type { Unit } from '../../api/client';
  import ToothName from '../../parts/ToothName.svelte';
  import { fit } from '../../figures/plate';
  import { mm, plain, upperFirst } from '../../words/words';
  import SectionFigure from '../../figures/SectionFigure.svelte';

  let { unit, selected, onpick }: { unit: Unit; selected: boolean; onpick: () => void } = $props();

  const section = $derived(unit.drawing.faciolingual[0]!);
  const on = $derived(fit(section.present, { x: 4, y: 4, width: 88, height: 84 }, true, unit.drawing.jaw === 'lower'));
  const what = $derived(unit.case.units.find((one) => one.id === unit.id));
  const depths = $derived(unit.plan.zones.map((zone) => zone.depthMm.target));
  const open = $derived(unit.plan.cautions.filter((caution) => caution.mustBeAnswered && !caution.because));
  // What an adviser would do otherwise; where nothing speaks against the plan there is nothing to say.
  const sentence = (text: string) => (text.endsWith('.') ? text : `${text}.`);
  const answered = $derived(unit.plan.decisions.filter((one) => one.preferred));
</script>

<article
  class="grid grid-cols-[96px_minmax(11rem,1fr)_minmax(0,2fr)] gap-x-5 border-b border-hairline py-3 {selected
    ? 'bg-leaf'
    : ''}"
>
  <button aria-pressed={selected} aria-label="Show the options of {unit.written}" onclick={onpick}>
    <svg viewBox="0 0 96 92" width="96" height="92" aria-hidden="true">
      <SectionFigure section={{ ...section, around: [] }} {on} selected="" />
    </svg>
  </button>
  <div>
    <h2 class="leading-tight">
      <a href="/unit/{unit.id}" class="hover:text-plum">
        <span class="measure text-[27px] text-number"><ToothName written={unit.written} /></span>
        <span class="text-[17px]">{upperFirst(what?.what ?? '')}</span>
      </a>
    </h2>
    <p class="quiet">{plain(unit.plan.material)}</p>
    {#if depths.length > 0}
      <p class="mt-1 text-[14px]">
        cut {mm(Math.min(...depths))} to {mm(Math.max(...depths))}{unit.plan.tocDeg
          ? `, ${unit.plan.tocDeg.target}° total convergence`
          : ''}
      </p>
    {/if}
    {#if unit.otherProtocol}<p class="quiet">planned with {unit.protocol}</p>{/if}
  </div>
  <div class="text-[14px]">
    <ul>
      {#each answered as one (one.code)}
        {@const chosen = one.alternatives.find((other) => other.name === one.preferred)}
        <li>
          <span class="text-soft">{one.question}</span>
          {upperFirst(plain(one.preferred!))}{chosen?.for[0] ? `: ${sentence(chosen.for[0].text)}` : '.'}
        </li>
      {/each}
    </ul>
    {#each open as caution (caution.text)}
      <p class="mt-1 border-l-4 border-critical pl-3">{caution.text} <strong>Wants an answer.</strong></p>
    {/each}
    {#if unit.plan.cautions.length > open.length}
      <p class="quiet mt-1">
        {unit.plan.cautions.length - open.length}
        {unit.plan.cautions.length - open.length === 1 ? 'caution' : 'cautions'}{open.length ? ' more' : ''}: {unit.plan.cautions
          .filter((caution) => !open.includes(caution))
          .map((caution) => caution.text.split(/[.:;,] /)[0])
          .join('; ')}
      </p>
    {/if}
  </div>
</article>
