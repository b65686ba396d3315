<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { bounds, fit } from '../../figures/plate';
  import type { Vec } from '../../scene/turntable';
  import { mm, plain } from '../../words/words';
  import SectionFigure from '../../figures/SectionFigure.svelte';
  import RoundCanvas from '../../parts/round/RoundCanvas.svelte';
  import { RoundState } from '../../parts/round/roundState.svelte';
  import type { ProtocolState } from './protocolState.svelte';

  let { book, entry }: { book: ProtocolState; entry: string } = $props();

  let sample = $state<Schemas['SampleView'] | null>(null);
  let width = $state(600);
  let chosen = $state('');

  const kind = $derived(book.shown?.samples.find((one) => one.name === entry));
  const tooth = $derived(kind?.teeth.includes(chosen) ? chosen : kind?.teeth[0]);
  const height = 216;
  let turning = $state(false);
  let round = $state.raw<RoundState>();

  function turn() {
    turning = !turning;
    if (!turning || !sample) return;
    round = RoundState.small(sample.drawing.round.mesial as unknown as Vec);
  }

  const entered = $derived(
    kind && tooth ? { ...book.entry, tooth, restoration: kind.restoration, material: kind.material } : null,
  );

  // The draft's own numbers on an average tooth, drawn anew with each change.
  $effect(() => {
    if (!entered) return;
    const body = entered;
    let stale = false;
    answer(api.POST('/api/protocols/sample', { body }))
      .then((drawn) => {
        if (!stale) sample = drawn;
      })
      .catch((error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
      });
    return () => (stale = true);
  });

  // Cusps of one kind are cut alike.
  const depths = $derived(
    Object.entries(Object.fromEntries((sample?.zones ?? []).map((zone) => [zone.kind, zone.depthMm.target]))),
  );
  const sections = $derived(sample ? [sample.drawing.faciolingual[0]!, sample.drawing.mesiodistal] : []);
  const up = $derived(sample?.drawing.jaw === 'lower');
  // Both sections at one scale, beside each other with room between.
  const scale = $derived(
    Math.min(
      ...sections
        .map((one) => bounds(one.present))
        .flatMap((b) => [(height - 20) / (b.top - b.bottom), (width / 2 - 24) / (b.right - b.left)]),
    ),
  );
</script>

<div class="mt-3 flex gap-6 border-t border-hairline pt-3">
  <svg
    {height}
    class="min-w-0 flex-1"
    bind:clientWidth={width}
    viewBox="0 0 {width} {height}"
    role="img"
    aria-label="{entry} on an average tooth"
  >
    {#each sections as section, i (section.plane)}
      {@const box = { x: (i * width) / 2, y: 10, width: width / 2, height: height - 20 }}
      <SectionFigure {section} on={fit(section.present, box, i === 0, up, scale)} selected="" />
    {/each}
  </svg>
  {#if turning && round && entered}
    <div class="relative w-60 shrink-0" style:height="{height}px">
      <RoundCanvas
        address="/api/protocols/sample/round.glb"
        body={entered}
        {round}
        label="{entry} on an average tooth, in the round; drag, or shift and the arrow keys, turns it"
        room={{ x: 8, top: 10, bottom: 8 }}
      />
    </div>
  {/if}
  <div class="w-44 shrink-0">
    {#if sample}
      <Button class="mb-1 text-[13px]" aria-pressed={turning} onclick={turn}>In the round</Button>
    {/if}
    {#if kind && kind.teeth.length > 1}
      <div class="mb-1 flex gap-1.5" role="group" aria-label="Tooth">
        {#each kind.teeth as iso (iso)}
          <Button class="text-[13px]" aria-pressed={iso === tooth} onclick={() => (chosen = iso)}>{iso}</Button>
        {/each}
      </div>
    {/if}
    <ul class="text-[13px]">
      {#each depths as [kind, depth] (kind)}
        <li class="flex justify-between gap-2">
          <span class="text-soft first-letter:uppercase">{plain(kind)}</span><span class="measure">{mm(depth)}</span>
        </li>
      {/each}
    </ul>
  </div>
</div>
<p class="quiet">An average {sample?.toothName ?? 'tooth'} cut by these numbers; facial and mesial as on the plate.</p>
