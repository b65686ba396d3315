<script lang="ts">
  import type { Gauge, ReadingKind, Zone } from '../../api/client';
  import { shared } from '../../parts/shared.svelte';
  import { lowerFirst, mm } from '../../parts/words';
  import type { UnitState } from './unitState.svelte';

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

  const gauges = $derived(shared.reference?.gauges ?? []);
  const gauge = $derived(gauges.find((candidate) => candidate.id === gaugeId) ?? gauges[0]);
  const offered = $derived(kinds.filter((kind) => kind.value !== 'clearance' || zone.expectedClearanceMm));
  const kind = $derived(offered.some((candidate) => candidate.value === wantedKind) ? wantedKind : 'index-gap');
  const values = $derived(gauge ? valuesOf(gauge) : []);

  /** Puts the keys on the chips: the digits pick them. */
  export function take() {
    chips?.querySelector<HTMLButtonElement>('button')?.focus();
  }

  // A set of thicknesses offers its sizes; a scale offers what is likely here, on its own marks.
  function valuesOf(of: Gauge): number[] {
    if (of.kind === 'pass') return [0, ...of.sizesMm];
    const mark = of.resolutionMm ?? 0.1;
    const expected = kind === 'clearance' && zone.expectedClearanceMm ? zone.expectedClearanceMm : zone.depthMm;
    const first = Math.max(0, Math.round((expected.target - 5 * mark) / mark));
    return Array.from({ length: 9 }, (_, i) => Math.round((first + i) * mark * 100) / 100);
  }

  async function enter(value: number) {
    if (!gauge) return;
    const at = gauge.kind === 'pass' ? { passed: value } : { valueMm: value };
    await unitState.read({ zone: zone.zone, kind, gauge: gauge.id, ...at });
  }

  async function enterTyped(event: SubmitEvent) {
    event.preventDefault();
    const value = Number(typed.replace(',', '.').trim());
    if (typed.trim() === '' || !gauge) return;
    if (await unitState.read({ zone: zone.zone, kind, gauge: gauge.id, valueMm: value })) typed = '';
  }

  function digits(event: KeyboardEvent) {
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
      <select class="field text-ink" bind:value={() => kind, (value) => (wantedKind = value)}>
        {#each offered as option (option.value)}<option value={option.value}>{option.words}</option>{/each}
      </select>
    </label>
    <label class="quiet flex items-center gap-2"
      ><span class="max-xl:sr-only">with</span>
      <select class="field text-ink" bind:value={gaugeId}>
        {#each gauges as option (option.id)}<option value={option.id}>{option.name}</option>{/each}
      </select>
    </label>
  </div>
  <!-- svelte-ignore a11y_no_static_element_interactions -->
  <div class="mt-2 flex flex-wrap items-center gap-2" bind:this={chips} onkeydown={digits}>
    <span class="quiet w-20 leading-tight">{gauge?.kind === 'pass' ? 'largest that passes' : 'it reads'}</span>
    {#each values as value, i (value)}
      <button class="pill measure min-h-11 min-w-13 text-center text-[19px]" onclick={() => enter(value)}>
        {gauge?.kind === 'pass' && value === 0 ? 'none' : mm(value)}<span class="sr-only">, key {i + 1}</span>
      </button>
    {/each}
    {#if gauge?.kind === 'read'}
      <form onsubmit={enterTyped} class="ml-auto">
        <input
          class="field measure w-24"
          inputmode="decimal"
          placeholder="other"
          aria-label="Other value, millimetres"
          bind:value={typed}
        />
      </form>
    {/if}
  </div>
</section>
