<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type { Unit } from '../../../api/client';
  import { notices } from '../../../parts/notices.svelte';
  import type { BodyScene, Inks, Side } from '../../../scene/bodyScene';

  let { unit }: { unit: Unit } = $props();

  let width = $state(700);
  let height = $state(500);
  let share = $state(1);
  let canvas = $state<HTMLCanvasElement>();
  let scene = $state.raw<BodyScene>();
  let failed = $state('');
  const sides: readonly Side[] = ['facial', 'mesial', 'lingual', 'distal', 'above'];
  const files = ['stl', 'ply', 'obj'] as const;
  const root = $derived(`/api/units/${unit.id}/bodies`);
  const upper = $derived(unit.drawing.jaw === 'upper');

  onMount(() => {
    let closed = false;
    // The scene's library is large; it comes when it is first wanted.
    void import('../../../scene/bodyScene').then(({ BodyScene }) => {
      if (closed || !canvas) return;
      try {
        const made = new BodyScene(canvas, { upper, mirrored: upper !== unit.drawing.isRight }, (at) => {
          share = at;
        });
        scene = made;
      } catch {
        failed = 'This browser shows no 3-D; the sections hold the same bodies.';
      }
    });
    return () => {
      closed = true;
      scene?.close();
    };
  });

  // A new plan is a new body: the version names it.
  $effect(() => {
    const shown = scene;
    const address = `${root}/scene.glb?version=${unit.version}`;
    if (!shown) return;
    const waiting = new AbortController();
    void fetch(address, { signal: waiting.signal })
      .then(async (answer) => {
        if (!answer.ok) throw new Error(String(answer.status));
        await shown.show(await answer.arrayBuffer(), inks());
        shown.section(share);
      })
      .catch((error: unknown) => {
        if (!waiting.signal.aborted && error instanceof Error) notices.say('The bodies could not be fetched.');
      });
    return () => waiting.abort();
  });

  $effect(() => scene?.resize(width, height));
  $effect(() => scene?.section(share));

  // Opened first, it turns so that the cut face is seen: the mesial part is what goes.
  let facing = false;
  function face() {
    if (!facing && share < 1) scene?.look('mesial');
    facing = share < 1;
  }

  function inks(): Inks {
    const style = getComputedStyle(document.documentElement);
    const ink = (name: string) => style.getPropertyValue(name).trim();
    return { tooth: ink('--body'), glass: ink('--hatch'), cut: ink('--body-cut'), line: ink('--plum') };
  }

  function onkeydown(event: KeyboardEvent) {
    const step = 0.15;
    const turns: Record<string, [number, number]> = {
      ArrowLeft: [step, 0],
      ArrowRight: [-step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const turn = turns[event.key];
    if (!turn) return;
    scene?.turn(...turn);
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<div class="absolute inset-0 flex flex-col">
  <div class="relative min-h-0 flex-1" bind:clientWidth={width} bind:clientHeight={height}>
    <canvas
      bind:this={canvas}
      class="block h-full w-full touch-none"
      tabindex="0"
      {onkeydown}
      aria-label="Planned preparation inside the present tooth; drag or use the arrow keys to turn it"
    ></canvas>
    <p class="pointer-events-none absolute top-4 left-5 max-w-[calc(100%-300px)] font-plate text-[21px]">
      {unit.plan.tooth}, in the round
      <span class="block font-text text-[13px] text-soft">
        what is planned, inside the present tooth · {unit.drawing.measured
          ? 'average form at the measured size'
          : 'average form'}
      </span>
    </p>
    {#if failed}<p class="absolute inset-x-0 top-1/3 text-center text-soft">{failed}</p>{/if}
  </div>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2 px-5 pb-3 text-[13px]">
    <div class="flex gap-1.5" role="group" aria-label="Look from">
      {#each sides as side (side)}
        <Button class="first-letter:uppercase" onclick={() => scene?.look(side)}>{side}</Button>
      {/each}
    </div>
    <label class="flex items-center gap-2 text-soft">
      cut open
      <input type="range" min="0.05" max="1" step="0.01" bind:value={share} oninput={face} class="w-36" />
    </label>
    <p class="text-soft">
      Take away as
      {#each files as ending (ending)}
        <a class="link" href="{root}/prepared.{ending}" download>{ending.toUpperCase()}</a>&nbsp;
      {/each}
      <a class="link" href="{root}/scene.glb?fine=true" download>glTF</a> · present tooth
      {#each files as ending (ending)}
        <a class="link" href="{root}/tooth.{ending}" download>{ending.toUpperCase()}</a>&nbsp;
      {/each}
    </p>
  </div>
</div>

<style>
  .link {
    color: var(--plum);
    text-decoration: underline;
    text-underline-offset: 3px;
    padding: 4px 2px;
  }
  input[type='range'] {
    accent-color: var(--plum);
  }
</style>
