<script lang="ts">
  import type { Unit } from '../../api/client';
  import CautionWords from './CautionWords.svelte';
  import type { UnitState } from './unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  let open = $state(false);

  // What wants an answer comes first; then in the plan's own order.
  const cautions = $derived(unit.plan.cautions.toSorted((a, b) => Number(isOpen(b)) - Number(isOpen(a))));
  const asking = $derived(cautions.filter(isOpen).length);
  const opening = (text: string) => text.split(/(?<=[a-z])[.:;] /)[0];

  function isOpen(caution: Unit['plan']['cautions'][number]): boolean {
    return caution.mustBeAnswered && !caution.because;
  }
</script>

{#if cautions.length > 0}
  <section class="shrink-0 border-t border-hairline" aria-label="All cautions">
    <button
      class="flex min-h-9 w-full items-center gap-3 border-l-4 px-4 text-left text-[14px] {asking
        ? 'border-l-critical'
        : 'border-l-(--over-mark)'}"
      aria-expanded={open}
      onclick={() => (open = !open)}
    >
      <span class="font-semibold whitespace-nowrap {asking ? 'text-critical' : 'text-over'}">
        {cautions.length}
        {cautions.length === 1 ? 'caution' : 'cautions'}{asking ? `, ${asking} to answer` : ''}
      </span>
      <span class="min-w-0 flex-1 truncate text-soft">{cautions.map((one) => opening(one.text)).join(' · ')}</span>
      <span class="text-soft" aria-hidden="true">{open ? '▾' : '▴'}</span>
    </button>
    {#if open}
      <ul class="max-h-56 overflow-y-auto px-5 pb-3">
        {#each cautions as caution (caution.code + caution.zone + caution.segment)}
          <li
            class="grid grid-cols-[minmax(0,1fr)_minmax(0,20rem)] gap-x-6 border-t border-hairline py-1.5 text-[14px]"
          >
            <CautionWords {unitState} {caution} />
          </li>
        {/each}
      </ul>
    {/if}
  </section>
{/if}
