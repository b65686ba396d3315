<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Schemas } from '../../api/client';
  import type { Vec } from '../../scene/turntable';
  import PickedScan from './PickedScan.svelte';

  let {
    setId,
    onpicked,
    onclose,
  }: { setId: string; onpicked: (pairs: Schemas['PickedPair'][]) => void; onclose: () => void } = $props();

  const WANTED = 3;
  const parts = ['before', 'after'] as const;
  let places = $state.raw<{ before: Vec[]; after: Vec[] }>({ before: [], after: [] });
  const pairs = $derived(Math.min(places.before.length, places.after.length));
  const next = $derived(places.before.length <= places.after.length ? 'before' : 'after');
  const done = $derived(pairs >= WANTED && places.before.length === places.after.length);

  function add(part: (typeof parts)[number], at: Vec) {
    if (places[part].length < WANTED) places = { ...places, [part]: [...places[part], at] };
  }

  /** The last one, of whichever scan has more. */
  function back() {
    const part = places.before.length > places.after.length ? 'before' : 'after';
    places = { ...places, [part]: places[part].slice(0, -1) };
  }
</script>

<div class="col-span-2 flex min-h-0 flex-col">
  <div class="flex flex-wrap items-center gap-3 px-5 pt-4 pb-2">
    <div class="min-w-0 flex-1">
      <h2 class="font-plate text-[21px]">Three places that both scans show</h2>
      <p class="text-soft" role="status">
        {#if done}
          All three are picked: lay the scans together.
        {:else}
          Point at place {places[next].length + 1} on the scan {next}: a cusp tip or a pit of an uncut tooth, far from
          the others.
        {/if}
      </p>
    </div>
    <Button onclick={back} disabled={places.before.length + places.after.length === 0}>One back</Button>
    <Button onclick={onclose}>Leave it</Button>
    <Button
      class="primary"
      disabled={!done}
      onclick={() => onpicked(places.before.map((at, i) => ({ before: [...at], after: [...places.after[i]!] })))}
    >
      Lay them together
    </Button>
  </div>
  <div class="grid min-h-0 flex-1 grid-cols-2 gap-px bg-hairline">
    {#each parts as part (part)}
      <PickedScan {setId} {part} places={places[part]} isNext={!done && next === part} onpick={(at) => add(part, at)} />
    {/each}
  </div>
</div>
