<script lang="ts">
  import { answer, api, Refusal, type Schemas, type Unit } from '../../../api/client';
  import { mm, plain, standing } from '../../../words/words';

  let { unit }: { unit: Unit } = $props();

  const plan = $derived(unit.plan);
  const weakest = $derived(plan.resistance?.toSorted((a, b) => a.share - b.share)[0]);
  let cost = $state<Schemas['CutCost'] | null>(null);

  // Volumes take longer than the drawing and follow it; what belongs to an older plan is dropped.
  $effect(() => {
    const { id, version } = unit;
    if (unit.drawing.outcomes.length === 0) {
      cost = null;
      return;
    }
    const waiting = setTimeout(() => {
      answer(api.GET('/api/units/{id}/cost', { params: { path: { id } } }))
        .then((view) => {
          if (view.version !== version) return;
          cost = view.cost ?? null;
        })
        .catch((error: unknown) => {
          if (!(error instanceof Refusal)) throw error;
        });
    }, 250);
    return () => clearTimeout(waiting);
  });

  // Cusps that share their reasons stand together.
  function cuspGroups(cusps: Schemas['CuspDocument'][]) {
    const groups: { why: string; covered: boolean; cusps: string[] }[] = [];
    for (const cusp of cusps) {
      const why = cusp.reasons.map((reason) => reason.text).join('; ');
      const group = groups.find((other) => other.why === why);
      if (group) group.cusps.push(cusp.cusp);
      else groups.push({ why, covered: cusp.covered, cusps: [cusp.cusp] });
    }
    return groups;
  }

  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const range = (from: number, to: number) => `${mm(from)}–${mm(to)}`;
</script>

<section class="mt-3 border-t border-hairline pt-2" aria-label="This tooth">
  {#if plan.intracoronal}
    {@const inside = plan.intracoronal}
    <dl class="facts">
      {#if inside.isthmusMm}
        <dt>Isthmus</dt>
        <dd>
          {inside.isthmusShare
            ? range(inside.isthmusMm.min, inside.isthmusMm.max)
            : `${mm(inside.isthmusMm.min)} at least`}
        </dd>
      {/if}
      <dt>Pulpal floor</dt>
      <dd>{range(inside.depthMm.min, inside.depthMm.max)}</dd>
      <dt>Walls open by</dt>
      <dd>{inside.wallDivergenceDeg.from}–{inside.wallDivergenceDeg.to}° each</dd>
      {#if inside.bevelMm}
        <dt>Bevel</dt>
        <dd>{range(inside.bevelMm.from, inside.bevelMm.to)}</dd>
      {/if}
      {#each inside.boxes as box (box.side)}
        <dt class="first-letter:uppercase">{box.side} box</dt>
        <dd>
          {box.widthMm ? `${mm(box.widthMm)} wide, ` : ''}floor {mm(box.gingivalFloorMm)}{box.widenedMm > 0
            ? `; ${mm(box.widenedMm)} for the gap`
            : ''}
        </dd>
      {/each}
    </dl>
    {#each cuspGroups(inside.cusps) as group (group.why)}
      <p class="mt-1 text-[14px]">
        <strong>{group.covered ? 'Covered' : 'Stays'}:</strong>
        {group.cusps.map(plain).join(', ')}
        <span class="quiet block">{group.why}</span>
      </p>
    {/each}
  {/if}
  {#if plan.enamel}
    <p>
      <strong>{percent(plan.enamel.bondedShare)}</strong> of the bonded surface ends in enamel
      <span class="quiet block"
        >left {plan.enamel.thirds.map((third) => `${mm(third.leftMm)} of ${mm(third.averageMm)}`).join(', ')} from edge to
        gum; averages, {standing(plan.enamel.standing)}</span
      >
    </p>
  {/if}
  {#if plan.features}
    <dl class="facts">
      {#each plan.features as feature (feature.side)}
        <dt class="first-letter:uppercase">{feature.side} {feature.kind}</dt>
        <dd>
          {mm(feature.depthMm)} deep, {mm(feature.widthMm)} wide, ends {mm(feature.aboveMarginMm)} above the margin
        </dd>
      {/each}
    </dl>
  {/if}
  {#if weakest}
    <p class="mt-1">
      <strong>{percent(weakest.share)}</strong> of the weakest {weakest.heldBy} keeps it from tipping
      <span class="quiet block"
        >about the {weakest.about} margin, wall {weakest.heightMm.toFixed(1)}, base {weakest.baseMm.toFixed(1)}; half
        holds up to {weakest.halfResistsDeg.toFixed(0)}°, none from {weakest.noneResistsDeg.toFixed(0)}°</span
      >
    </p>
    {#if weakest.remedies.length > 0}
      <ul
        class="mt-1 flex flex-col gap-1 border-l-4 border-(--over-mark) pl-3 text-[14px]"
        aria-label="What would mend it"
      >
        {#each weakest.remedies as remedy (remedy.kind)}<li>{remedy.text}</li>{/each}
      </ul>
    {/if}
  {/if}
  {#if cost}
    <p class="mt-1">
      <strong>{percent(cost.share)}</strong> of the crown is cut, {percent(cost.enamelLeftShare)} of its enamel stays
      <span class="quiet block"
        >{cost.removedMm3.toFixed(0)} of {cost.crownMm3.toFixed(0)} mm³, thinnest {mm(cost.leastThicknessMm)}; over the
        pulp {Math.min(...cost.pulp.map((one) => one.leftMm)).toFixed(1)} at least, averages of the form</span
      >
    </p>
  {/if}
  {#if plan.milling}
    <p class="mt-1">
      The mill leaves <strong>{plan.milling.leftMm.toFixed(2)}</strong> of {mm(plan.milling.wallMm)}
      <span class="quiet block"
        >tool {mm(plan.milling.toolDiameterMm)}, edges rounded by {mm(plan.milling.edgeRadiusMm)}; at least {mm(
          plan.milling.leastMm,
        )} wanted</span
      >
    </p>
  {/if}
  {#if unit.bridge}
    {@const bridge = unit.bridge}
    <p class="mt-2"><strong>Bridge {bridge.teeth.join(' ')}</strong>, one path</p>
    {#each bridge.abutments as abutment (abutment.tooth)}
      <p class="quiet">
        {abutment.tooth}: {abutment.fromPathDeg.toFixed(1)}° from it; walls {abutment.firstWallDeg.toFixed(1)}° and {abutment.lastWallDeg.toFixed(
          1,
        )}°{abutment.facialWallDeg === abutment.lingualWallDeg
          ? ''
          : `, facial ${abutment.facialWallDeg.toFixed(1)}° and lingual ${abutment.lingualWallDeg.toFixed(1)}°`} against its
        own axis
      </p>
    {/each}
    {#each bridge.connectors as connector (connector.between[0])}
      <p class="quiet">Connector {connector.between.join('–')}: {connector.leastMm2} mm² at least</p>
    {/each}
    <p class="quiet">
      Roots {bridge.rootSurfaceMm2.abutments} mm² for {bridge.rootSurfaceMm2.missing} missing, a rule of thumb{bridge
        .bending.times > 1
        ? `; bends ${bridge.bending.times} times as much as over one missing tooth`
        : ''}
    </p>
    {#each bridge.cautions as caution (caution.code + caution.text)}
      <p class="mt-1 border-l-4 border-(--over-mark) pl-3 text-[14px]">{caution.text}</p>
    {/each}
  {/if}
  {#if plan.decisions.length > 0}
    <details class="mt-2 border-t border-hairline pt-1">
      <summary class="min-h-8 cursor-pointer text-[14px]">Weighing</summary>
      {#each plan.decisions as advice (advice.code)}
        <p class="mt-2 text-[14px]">
          <strong>{advice.question}</strong>
          {advice.preferred ? plain(advice.preferred) : 'open'}
        </p>
        <ul class="text-[13px]">
          {#each advice.alternatives as side (side.name)}
            {#each side.for as reason (reason.text)}
              <li><span class="text-done" aria-label="for">+</span> {plain(side.name)}: {reason.text}</li>
            {/each}
            {#each side.against as reason (reason.text)}
              <li><span class="text-over" aria-label="against">−</span> {plain(side.name)}: {reason.text}</li>
            {/each}
          {/each}
        </ul>
      {/each}
    </details>
  {/if}
</section>

<style>
  .facts {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0.15rem 0.75rem;
    font-size: 14px;
  }
  .facts dd {
    font-family: var(--font-plate);
  }
</style>
