<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Unit } from '../../api/client';
  import { lowerFirst } from '../../words/words';
  import type { InspectState } from './inspectState.svelte';

  let { scanned, unit }: { scanned: InspectState; unit: Unit } = $props();

  /** The place that is short most often. */
  const zone = $derived(unit.plan.zones.find((one) => one.kind === 'functional-cusp-bevel') ?? unit.plan.zones[0]);
  /** Faults that anybody's hand makes; the words of the command line behind them. */
  const faults = $derived([
    { words: 'Nothing wrong', said: [] },
    ...(zone ? [{ words: `Short: ${lowerFirst(zone.words)}`, said: [`short:${zone.zone}:0.4`] }] : []),
    ...(unit.plan.tocDeg
      ? [
          { words: 'Undercut, distal', said: ['undercut:distal:0.2'] },
          { words: 'Mesial wall leans in', said: ['taper:mesial:8'] },
          { words: 'Lip at the margin', said: ['lip:facial:0.25'] },
          { words: 'Step in the margin', said: ['step:mesial:0.5'] },
        ]
      : []),
    { words: 'Neighbour touched', said: ['neighbour:mesial:0.25'] },
  ]);
  let chosen = $state(0);
  let seed = $state(1);
</script>

<section class="mt-8 border-t border-hairline pt-4" aria-label="Stand-in scanner">
  <h3 class="text-[19px]">No scanner at hand?</h3>
  <p class="text-soft">
    The stand-in scans this plan as if it were cut: average teeth, noise, holes, unknown frames. Simulated, never a
    mouth; its files arrive above.
  </p>
  <div class="mt-2 flex flex-wrap gap-1 text-[13px]" role="group" aria-label="What went wrong">
    {#each faults as fault, i (fault.words)}
      <Button class="px-2" aria-pressed={chosen === i} onclick={() => (chosen = i)}>{fault.words}</Button>
    {/each}
  </div>
  <Button
    class="mt-3"
    disabled={scanned.coming.length > 0}
    onclick={async () => {
      await scanned.standIn(faults[chosen]!.said, seed);
      seed += 1;
    }}>Scan it</Button
  >
</section>
