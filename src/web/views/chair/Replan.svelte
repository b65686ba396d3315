<script lang="ts">
  import { answer, api, type Schemas, type Unit } from '../../api/client';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { mm, plain, upperFirst } from '../../words/words';
  import { cuspOf } from '../../words/zoneWords';
  import type { ChairState } from './chairState.svelte';

  let {
    chair,
    reason,
    unitId,
    words,
    onclose,
  }: {
    chair: ChairState;
    reason: Schemas['NamedEntry'];
    unitId: string;
    words: string;
    onclose: () => void;
  } = $props();

  type Cusp = Schemas['Cusp'];

  let unit = $state<Unit | null>(null);
  let inputs = $state<Schemas['PlanInputs'] | null>(null);
  let busy = $state(false);

  $effect(() => {
    const params = { path: { id: unitId } };
    void attempt(answer(api.GET('/api/units/{id}', { params })), 'chair').then((view) => {
      [unit, inputs] = [view, view && structuredClone(view.inputs)];
    });
  });

  const cusps = $derived(
    (unit?.plan.zones ?? [])
      .filter((zone) => zone.kind === 'functional-cusp' || zone.kind === 'non-functional-cusp')
      .map((zone) => cuspOf(zone.zone, zone.kind) as Cusp)
      .filter((cusp) => cusp),
  );
  const found = $derived(inputs?.findings ?? {});
  const asksWalls = $derived(reason.code === 'caries-deeper' || reason.code === 'cusp-broke');
  const isChanged = $derived(JSON.stringify(inputs) !== JSON.stringify(unit?.inputs));

  function find(part: Partial<Schemas['Findings']>) {
    if (inputs) inputs = { ...inputs, findings: { ...found, ...part } as Schemas['Findings'] };
  }

  const wall = (cusp: Cusp) => found.cuspThicknessMm?.[cusp] ?? null;

  /** One touch thinner or thicker by half a millimetre; from nothing known to 2. */
  function step(cusp: Cusp, by: number) {
    const now = wall(cusp);
    const next = now === null ? 2 : Math.max(0, now + by);
    find({ cuspThicknessMm: { ...found.cuspThicknessMm, [cusp]: next } });
  }

  function toggleBroken(cusp: Cusp) {
    const broken = found.crackedCusps ?? [];
    find({ crackedCusps: broken.includes(cusp) ? broken.filter((one) => one !== cusp) : [...broken, cusp] });
  }

  async function plan() {
    if (!unit || !inputs) return;
    busy = true;
    const params = { path: { id: unitId }, header: { 'If-Match': `"${unit.version}"` } };
    const planned = await attempt(answer(api.PUT('/api/units/{id}/inputs', { params, body: inputs })), 'chair');
    busy = false;
    if (!planned) return;
    const moved = planned.moved ?? [];
    const told = moved.map((one) => `${one.what} ${mm(one.from)} to ${mm(one.to)}`);
    const more = told.length > 3 ? `, and ${told.length - 3} more` : '';
    const said = `Planned anew as plan ${planned.version}${told.length ? `: ${told.slice(0, 3).join(', ')}${more}` : ''}`;
    const note = {
      kind: 'deviation' as const,
      step: chair.current?.key,
      reason: reason.words,
      words: [words, said].filter(Boolean).join('; ').slice(0, 300),
    };
    await chair.enter(note, reason.words, unitId);
    chair.drawings.put(unit.plan.tooth, planned);
    await chair.load();
    notices.say(`${said}. The old plan and the steps done stay.`);
    onclose();
  }
</script>

{#if unit && inputs}
  <h3>{unit.written}: {reason.words.toLowerCase()}</h3>
  {#if asksWalls && cusps.length > 0}
    {#if reason.code === 'cusp-broke'}
      <p>Which broke, or stands cracked?</p>
      <div class="choices" role="group" aria-label="Broken cusps">
        {#each cusps as cusp (cusp)}
          <button aria-pressed={found.crackedCusps?.includes(cusp) ?? false} onclick={() => toggleBroken(cusp)}
            >{plain(cusp)}</button
          >
        {/each}
      </div>
    {/if}
    <p>Wall that is left, mm</p>
    <div class="walls">
      {#each cusps as cusp (cusp)}
        <span>{plain(cusp)}</span>
        <button aria-label="{plain(cusp)} thinner" onclick={() => step(cusp, -0.5)}>−</button>
        <span class="measure text-[30px]">{wall(cusp) === null ? '–' : mm(wall(cusp)!)}</span>
        <button aria-label="{plain(cusp)} thicker" onclick={() => step(cusp, 0.5)}>+</button>
      {/each}
    </div>
    <div class="choices">
      <button aria-pressed={found.caries === true} onclick={() => find({ caries: !found.caries })}
        >Caries, a core is needed</button
      >
    </div>
  {/if}
  {#if reason.code !== 'other-restoration'}
    <p>Material</p>
    <div class="choices" role="group" aria-label="Material">
      {#each unit.choices.materials as choice (choice.material)}
        <button
          aria-pressed={(inputs.material ?? unit.plan.material) === choice.material}
          onclick={() => (inputs = { ...inputs!, material: choice.material })}>{choice.name}</button
        >
      {/each}
    </div>
  {/if}
  {#if reason.code !== 'material'}
    <p>Restoration</p>
    <div class="choices" role="group" aria-label="Restoration">
      {#each unit.choices.restorations as restoration (restoration)}
        <button
          aria-pressed={inputs.restoration === restoration}
          onclick={() => (inputs = { ...inputs!, restoration, material: undefined })}
          >{upperFirst(plain(restoration))}</button
        >
      {/each}
    </div>
  {/if}
  <p class="row">
    <button class="enter" disabled={!isChanged || busy} onclick={() => void plan()}
      >{busy ? 'Planning…' : 'Plan it so, go on'}</button
    >
    <button class="leave" onclick={onclose}>Leave it</button>
  </p>
{/if}

<style>
  h3 {
    font-size: 26px;
    margin-bottom: 6px;
  }
  .walls {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 60px 70px 60px;
    gap: 8px;
    align-items: center;
    margin: 6px 0 14px;
    text-align: center;
  }
  .walls span:first-child,
  .walls span:nth-child(4n + 1) {
    text-align: left;
  }
  .walls button {
    min-height: 52px;
    border: 1px solid var(--firm);
    border-radius: 999px;
    font-size: 28px;
  }
  .row {
    display: flex;
    gap: 18px;
  }
  .leave {
    min-height: 56px;
    color: var(--soft);
  }
</style>
