<script lang="ts">
  import { answer, api, type Unit } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { remove } from '../../parts/removal.svelte';
  import ToothName from '../../parts/ToothName.svelte';
  import { fit } from '../../figures/plate';
  import { mm, plain, upperFirst } from '../../words/words';
  import SectionFigure from '../../figures/SectionFigure.svelte';

  let { unit, selected, onpick }: { unit: Unit; selected: boolean; onpick: () => void } = $props();

  // An onlay covers one cusp and not the next: the section that shows most of the plan.
  const section = $derived(unit.drawing.faciolingual.toSorted((a, b) => b.marks.length - a.marks.length)[0]!);
  const on = $derived(fit(section.present, { x: 4, y: 4, width: 88, height: 84 }, true, unit.drawing.jaw === 'lower'));
  const what = $derived(unit.case.units.find((one) => one.id === unit.id));
  const depths = $derived(unit.plan.zones.map((zone) => zone.depthMm.target));
  const cautions = $derived(unit.plan.cautions.filter((caution) => !open.includes(caution)));
  const open = $derived(unit.plan.cautions.filter((caution) => caution.mustBeAnswered && !caution.because));
  // What an adviser would do otherwise; where nothing speaks against the plan there is nothing to say.
  const answered = $derived(unit.plan.decisions.filter((one) => one.preferred));
  const sentence = (text: string) => (text.endsWith('.') ? text : `${text}.`);
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
      <a href="/unit/{unit.id}" class="inline-block min-h-[26px] hover:text-plum">
        <span class="measure text-[27px] text-number"><ToothName written={unit.written} /></span>
        <span class="text-[17px]">{upperFirst(what?.what ?? '')}</span>
      </a>
    </h2>
    <p class="quiet">{plain(unit.plan.material)}{unit.finished ? ', finished' : ''}</p>
    {#if depths.length > 0}
      <p class="mt-1 text-[14px]">
        cut {mm(Math.min(...depths))} to {mm(Math.max(...depths))}{unit.plan.tocDeg
          ? `, ${unit.plan.tocDeg.target}° total convergence`
          : ''}
      </p>
    {/if}
    {#if unit.otherProtocol}<p class="quiet">planned with {unit.protocol}</p>{/if}
    <LineButton
      class="text-[13px]"
      aria-label="Remove {unit.written}"
      onclick={() => void remove(answer(api.DELETE('/api/units/{id}', { params: { path: { id: unit.id } } })))}
      >Remove</LineButton
    >
  </div>
  <div class="text-[14px]">
    {#each open as caution (caution.text)}
      <p class="mb-1 border-l-4 border-critical pl-3">{caution.text} <strong>Wants an answer.</strong></p>
    {/each}
    <!-- One line each; the reasons on demand. -->
    {#each answered as one (one.code)}
      {@const chosen = one.alternatives.find((other) => other.name === one.preferred)}
      <details>
        <summary class="min-h-[26px] cursor-pointer">
          <span class="text-soft">{one.question}</span>
          {upperFirst(plain(one.preferred!))}
        </summary>
        <ul class="mb-1 ml-4">
          {#each chosen?.for ?? [] as reason (reason.text)}<li>{sentence(upperFirst(reason.text))}</li>{/each}
          {#if !chosen?.for.length}<li class="text-soft">Nothing speaks for another.</li>{/if}
        </ul>
      </details>
    {/each}
    {#if cautions.length > 0}
      <details>
        <summary class="min-h-[26px] cursor-pointer text-soft"
          >{cautions.length}
          {cautions.length === 1 ? 'caution' : 'cautions'}{open.length ? ' more' : ''}</summary
        >
        <ul class="ml-4">
          {#each cautions as caution (caution.code + caution.zone + caution.segment)}<li>{caution.text}</li>{/each}
        </ul>
      </details>
    {/if}
  </div>
</article>
