<script lang="ts">
  import type { Schemas, Unit } from '../../api/client';
  import { attempt } from '../../parts/notices.svelte';
  import { outbox } from '../../parts/outbox.svelte';
  import { shared } from '../../parts/shared.svelte';
  import { unsentReading } from '../../parts/unsentReading';
  import { mm } from '../../words/words';
  import { verdicts } from '../../words/verdicts';
  import { valuesOf } from '../unit/reading/values';
  import type { ChairState } from './chairState.svelte';
  import Panel from './Panel.svelte';

  let { chair, onclose }: { chair: ChairState; onclose: () => void } = $props();

  let chosenTooth = $state<string | null>(null);
  let chosenZone = $state<string | null>(null);
  let gaugeId = $state('thickness-gauges');
  let more = $state<'zones' | 'gauges' | null>(null);
  let last = $state<Schemas['ReadingView'] | null>(null);
  let kept = $state('');

  const tooth = $derived(chosenTooth ?? chair.current?.tooth ?? chair.view?.units[0]?.tooth ?? null);
  const unit = $derived(tooth ? chair.drawings.byTooth[tooth] : undefined);
  // The zones that this step cuts come first: one tap chooses, one reads.
  const zones = $derived.by(() => {
    const cut = new Set(chair.current?.tooth === tooth ? chair.current?.zones : []);
    return (unit?.plan.zones ?? []).toSorted((a, b) => Number(cut.has(b.zone)) - Number(cut.has(a.zone)));
  });
  const own = $derived(
    zones.filter((one) => chair.current?.tooth === tooth && chair.current?.zones.includes(one.zone)),
  );
  const zone = $derived(zones.find((one) => one.zone === chosenZone) ?? zones[0]);
  const gauges = $derived(shared.reference?.gauges ?? []);
  const gauge = $derived(gauges.find((one) => one.id === gaugeId) ?? gauges[0]);
  const values = $derived(gauge && zone ? valuesOf(gauge, zone.depthMm) : []);

  $effect(() => void chair.drawings.fetch(chair.view?.units ?? [], tooth));

  async function read(value: number) {
    if (!unit || !zone || !gauge) return;
    const at = gauge.kind === 'pass' ? { passed: value } : { valueMm: value };
    const unsent = unsentReading(unit.id, { zone: zone.zone, kind: 'index-gap', gauge: gauge.id, ...at });
    [last, kept] = [null, ''];
    const answered = await attempt(outbox.send<Unit>(unsent), 'chair');
    if (answered === 'kept') kept = `${mm(value)} is kept here; what it means is told once Dentelle answers.`;
    else if (answered) {
      chair.drawings.put(answered.plan.tooth, answered);
      last = answered.readings.find((one) => one.id === unsent.body.id) ?? null;
      await chair.load();
    }
  }
</script>

<Panel title="Reading" {onclose}>
  {#if (chair.view?.units.length ?? 0) > 1}
    <div class="choices" role="group" aria-label="Tooth">
      {#each chair.view?.units ?? [] as one (one.id)}
        <button aria-pressed={one.tooth === tooth} onclick={() => (chosenTooth = one.tooth)}>{one.written}</button>
      {/each}
    </div>
  {/if}
  <div class="choices" role="group" aria-label="Zone">
    {#each more === 'zones' || own.length === 0 ? zones : own as one (one.zone)}
      <button
        aria-pressed={one.zone === zone?.zone}
        onclick={() => {
          chosenZone = one.zone;
          more = null;
          last = null;
        }}>{one.words}</button
      >
    {/each}
    {#if own.length > 0 && more !== 'zones'}
      {#if zone && !own.includes(zone)}<button aria-pressed="true">{zone.words}</button>{/if}
      <button onclick={() => (more = 'zones')}>Other zones</button>
    {/if}
  </div>
  <p class="text-soft">
    {gauge?.kind === 'pass' ? 'Largest that passes' : 'It reads'}, wanted {zone ? mm(zone.depthMm.target) : ''} ·
    <button class="underline" onclick={() => (more = more === 'gauges' ? null : 'gauges')}>{gauge?.name}</button>
  </p>
  {#if more === 'gauges'}
    <div class="choices" role="group" aria-label="Gauge">
      {#each gauges as one (one.id)}
        <button
          aria-pressed={one.id === gauge?.id}
          onclick={() => {
            gaugeId = one.id;
            more = null;
          }}>{one.name}</button
        >
      {/each}
    </div>
  {/if}
  <div class="choices values" role="group" aria-label="Value">
    {#each values as value (value)}
      <button class="measure" onclick={() => void read(value)}
        >{gauge?.kind === 'pass' && value === 0 ? 'none' : mm(value)}</button
      >
    {/each}
  </div>
  <div role="status">
    {#if last?.finding}
      <p class="verdict" style:color={verdicts[last.finding.verdict].colour}>{last.finding.headline}</p>
      <p>{last.finding.instruction}</p>
      {#if last.finding.doubt}<p class="text-soft">{last.finding.doubt}</p>{/if}
    {:else if kept}<p>{kept}</p>{/if}
  </div>
</Panel>

<style>
  .values button {
    min-width: 88px;
    text-align: center;
    font-size: 28px;
  }
  .verdict {
    font-family: var(--font-plate);
    font-size: 40px;
    line-height: 1.1;
  }
</style>
