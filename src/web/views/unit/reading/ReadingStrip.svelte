<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import type { ReadingKind, Zone } from '../../../api/client';
  import { notices } from '../../../parts/notices.svelte';
  import { shared } from '../../../parts/shared.svelte';
  import { optionalNumberOf } from '../../../words/typed';
  import { lowerFirst, mm } from '../../../words/words';
  import { valuesOf } from './values';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, zone }: { unitState: UnitState; zone: Zone } = $props();

  const kinds: { value: ReadingKind; words: string }[] = [
    { value: 'index-gap', words: 'Index gap' },
    { value: 'wax-up-index-gap', words: 'Wax-up index' },
    { value: 'clearance', words: 'Clearance' },
    { value: 'height-difference', words: 'Height lost' },
  ];

  let wantedKind = $state<ReadingKind>('index-gap');
  let gaugeId = $state('thickness-gauges');
  let chips = $state<HTMLDivElement>();
  let typed = $state('');
  let before = $state('');
  let after = $state('');

  // Under an old crown there was no uncut tooth to take an index or a height of.
  const stump = $derived(unitState.inputs.findings?.stump === true);
  const offered = $derived(
    kinds.filter(({ value }) =>
      value === 'clearance' ? zone.expectedClearanceMm : value === 'wax-up-index-gap' || !stump,
    ),
  );
  const kind = $derived(offered.find((candidate) => candidate.value === wantedKind)?.value ?? offered[0]!.value);
  const byHeight = $derived(kind === 'height-difference');
  const expected = $derived((kind === 'clearance' && zone.expectedClearanceMm) || zone.depthMm);
  // A height is measured on a scale, never with a set of thicknesses; nor is what lies beyond a set's largest.
  const gauges = $derived(
    (shared.reference?.gauges ?? []).filter(
      (one) => one.kind === 'read' || (!byHeight && Math.max(...(one.sizesMm ?? [])) >= expected.min),
    ),
  );
  const gauge = $derived(gauges.find((candidate) => candidate.id === gaugeId) ?? gauges.at(-1));
  const values = $derived(gauge && !byHeight ? valuesOf(gauge, expected) : []);

  /** Puts the keys on the chips: the digits pick them. */
  export function take() {
    chips?.querySelector<HTMLElement>('button, input')?.focus();
  }

  async function enter(value: number) {
    if (!gauge) return;
    const at = gauge.kind === 'pass' ? { passed: value } : { valueMm: value };
    await unitState.read({ zone: zone.zone, kind, gauge: gauge.id, ...at });
  }

  async function enterTyped(event: SubmitEvent) {
    event.preventDefault();
    const [valueMm, beforeMm, afterMm] = [typed, before, after].map(optionalNumberOf);
    const at = byHeight ? { beforeMm, afterMm } : { valueMm };
    if (!gauge || Object.values(at).some((value) => value === undefined)) return;
    if (Object.values(at).some(Number.isNaN)) notices.warn('A reading is a length in millimetres, such as 5.2.');
    else if (await unitState.read({ zone: zone.zone, kind, gauge: gauge.id, ...at })) typed = after = '';
  }

  function digits(event: KeyboardEvent) {
    if (event.target instanceof HTMLInputElement && event.key !== 'Escape') return;
    const index = Number(event.key) - 1;
    const value = values[index];
    if (event.key === 'Escape') (event.target as HTMLElement).blur();
    if (value === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    void enter(value);
  }
</script>

<section class="shrink-0 border-t border-hairline px-5 py-2.5" aria-label="Reading">
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <span class="text-[14px] font-semibold"
      ><span class="max-xl:hidden">Reading:&nbsp;</span>{lowerFirst(zone.words)}</span
    >
    <label class="quiet ml-auto flex items-center gap-2"
      ><span class="max-xl:sr-only">what</span>
      <Select placeholder="" bind:value={() => kind, (value) => (wantedKind = value)}>
        {#each offered as option (option.value)}<option value={option.value}>{option.words}</option>{/each}
      </Select>
    </label>
    <label class="quiet flex items-center gap-2"
      ><span class="max-xl:sr-only">with</span>
      <Select placeholder="" bind:value={() => gauge?.id ?? '', (value) => (gaugeId = value)}>
        {#each gauges as option (option.id)}<option value={option.id}>{option.name}</option>{/each}
      </Select>
    </label>
  </div>
  <!-- svelte-ignore a11y_no_static_element_interactions -->
  <div class="mt-2 flex flex-wrap items-center gap-2" bind:this={chips} onkeydown={digits}>
    <span class="quiet w-20 leading-tight"
      >{byHeight ? 'height, mm' : gauge?.kind === 'pass' ? 'largest that passes' : 'it reads'}</span
    >
    {#each values as value, i (value)}
      <Button class="measure min-h-11 min-w-13 text-center text-[19px]" onclick={() => enter(value)}>
        {gauge?.kind === 'pass' && value === 0 ? 'none' : mm(value)}<span class="sr-only">, key {i + 1}</span>
      </Button>
    {/each}
    {#if gauge?.kind === 'read'}
      <form onsubmit={enterTyped} class={byHeight ? 'flex items-center gap-3' : 'ml-auto'}>
        {#if byHeight}
          <label class="flex items-center gap-2"
            >before <Input class="measure w-20!" inputmode="decimal" bind:value={before} /></label
          >
          <label class="flex items-center gap-2"
            >after <Input class="measure w-20!" inputmode="decimal" bind:value={after} /></label
          >
          <Button type="submit" class="min-h-11">Enter</Button>
        {:else}
          <Input
            class="measure w-24!"
            inputmode="decimal"
            placeholder="other"
            aria-label="Other value, millimetres"
            bind:value={typed}
          />
        {/if}
      </form>
    {/if}
  </div>
</section>
