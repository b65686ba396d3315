<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import { actions } from '../../actions.svelte';
  import { changed } from '../../parts/changed.svelte';
  import { shared } from '../../parts/shared.svelte';
  import { route } from '../../router';
  import SheetMargin from './SheetMargin.svelte';
  import { SheetState } from './sheetState.svelte';
  import StepList from './StepList.svelte';
  import StepPanel from './StepPanel.svelte';

  const id = $derived(route.getParams('/case/:id/sheet').id);
  const sheet = $derived(new SheetState(id, decodeURIComponent(location.hash.slice(1))));

  $effect(() => {
    void changed.settings;
    void changed.sent;
    void changed.bin;
    void sheet.load();
  });
  $effect(() => {
    if (sheet.view) shared.enterCase(id, sheet.view.number, sheet.view.patient);
  });
  $effect(() => {
    void sheet.drawings.fetch(sheet.view?.units ?? [], sheet.current?.tooth);
  });
  function shift(by: number) {
    const at = sheet.steps.findIndex((step) => step.key === sheet.current?.key);
    if (sheet.current) void sheet.move(sheet.current.key, at + by);
  }

  function tick() {
    const step = sheet.current;
    if (step) void sheet.tick(step.key, sheet.running?.key === step.key ? 'stop' : 'start');
  }

  onMount(() =>
    actions.offer([
      { name: 'Next step', keys: ['ArrowDown', 'ArrowRight'], shown: '↓', run: () => sheet.step(1), repeats: true },
      { name: 'Step before', keys: ['ArrowUp', 'ArrowLeft'], shown: '↑', run: () => sheet.step(-1), repeats: true },
      { name: 'Begin or end the step', keys: [' ', 'Enter'], shown: 'space', run: tick },
      { name: 'Step earlier', keys: ['['], shown: '[', run: () => shift(-1) },
      { name: 'Step later', keys: [']'], shown: ']', run: () => shift(1) },
    ]),
  );
</script>

<svelte:head><title>{sheet.view ? `Run sheet · case ${sheet.view.number}` : 'Run sheet'} · Dentelle</title></svelte:head
>

{#if sheet.missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{sheet.missing}</p>
    <Button class="mt-4 inline-block" href="/case/{id}">To the case</Button>
  </div>
{:else if sheet.view}
  <div class="grid h-full grid-cols-[176px_minmax(0,1fr)_272px] xl:grid-cols-[208px_minmax(0,1fr)_318px]">
    <SheetMargin {sheet} />
    <section class="min-h-0 overflow-y-auto pb-8" aria-label="Steps">
      <h1 class="sr-only">Run sheet, case {sheet.view.number}, {sheet.view.patient}</h1>
      <StepList {sheet} />
    </section>
    {#if sheet.current}
      <StepPanel step={sheet.current} {sheet} ontick={tick} onshift={shift} />
    {/if}
  </div>
{/if}
