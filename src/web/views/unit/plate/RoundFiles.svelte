<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Unit } from '../../../api/client';
  import type { Plate } from '../../../parts/round/plate';

  let { unit, plate }: { unit: Unit; plate?: Plate } = $props();

  let open = $state(false);
  const root = $derived(`/api/units/${unit.id}/bodies`);
  // The same view, drawn by the core as lines.
  const lines = $derived.by(() => {
    if (!plate) return `${root}/round.svg?azimuth=60&elevation=20`;
    const { azimuth, elevation, hanging } = plate.view;
    return `${root}/round.svg?azimuth=${azimuth.toFixed(1)}&elevation=${elevation.toFixed(1)}&hanging=${hanging}`;
  });
  const files = ['stl', 'ply', 'obj'] as const;

  async function picture() {
    if (!plate) return;
    const address = URL.createObjectURL(await plate.scene.file());
    const link = Object.assign(document.createElement('a'), {
      href: address,
      download: `${unit.plan.tooth}-in-the-round.png`,
    });
    link.click();
    URL.revokeObjectURL(address);
  }
</script>

<div class="relative">
  <Button class="px-1.5" aria-expanded={open} onclick={() => (open = !open)}>Take away</Button>
  {#if open}
    <div class="absolute right-0 bottom-full z-10 mb-1 w-72 border border-firm bg-leaf px-4 py-3">
      <p class="quiet">Picture</p>
      <p class="mb-2 flex gap-4">
        <button class="link" onclick={() => void picture()}>PNG, twice the size</button>
        <a class="link" href={lines} download>SVG, lines for paper</a>
      </p>
      <p class="quiet">Planned preparation</p>
      <p class="mb-2 flex gap-4">
        {#each files as ending (ending)}
          <a class="link" href="{root}/prepared.{ending}" download>{ending.toUpperCase()}</a>
        {/each}
        <a class="link" href="{root}/scene.glb?fine=true" download>glTF, both</a>
      </p>
      <p class="quiet">Present tooth</p>
      <p class="flex gap-4">
        {#each files as ending (ending)}
          <a class="link" href="{root}/tooth.{ending}" download>{ending.toUpperCase()}</a>
        {/each}
      </p>
    </div>
  {/if}
</div>

<style>
  .link {
    color: var(--plum);
    text-decoration: underline;
    text-underline-offset: 3px;
    padding: 4px 0;
  }
</style>
