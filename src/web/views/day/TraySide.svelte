<script lang="ts">
  import LineButton from '../../parts/LineButton.svelte';
  import { countingWords } from '../../parts/counting';
  import type { Schemas } from '../../api/client';

  let { tray }: { tray: Schemas['TrayView'] } = $props();

  const groups = $derived(Object.entries(Object.groupBy(tray.items, (item) => item.group)));
</script>

<aside class="min-h-0 overflow-y-auto border-l border-hairline bg-leaf px-5 py-7" aria-label="Tray for today">
  <div class="flex flex-wrap items-baseline gap-x-4">
    <h2 class="text-[23px] leading-none">Tray for today</h2>
    <LineButton class="ml-auto" href="/api/day/tray.pdf" target="_blank">Print page</LineButton>
  </div>
  {#each tray.warnings as warning (warning)}
    <p class="mt-2 border-l-4 border-over pl-2 text-[14px]">{warning}</p>
  {/each}
  {#if tray.counting > 0}
    <p class="quiet mt-3" role="status">{countingWords(tray.counting)}</p>
  {:else if tray.items.length === 0}
    <p class="quiet mt-3">Nothing is to be cut today.</p>
  {/if}
  {#each groups as [group, items] (group)}
    <h3 class="mt-4 border-b border-firm text-[17px] text-soft">{group}</h3>
    {#each items ?? [] as item (item.name)}
      <p class="flex gap-3 border-b border-hairline py-0.5 text-[14px]" title={item.for.join(', ')}>
        <span class="measure w-5 text-right text-[17px] leading-tight">{item.count}</span><span>{item.name}</span>
      </p>
    {/each}
  {/each}
</aside>
