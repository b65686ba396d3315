<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { dateOf, time } from '../../words/times';

  let view = $state<Schemas['BackupsView'] | null>(null);
  let busy = $state(false);

  onMount(() => {
    void attempt(answer(api.GET('/api/backups'))).then((found) => (view = found));
  });

  async function make() {
    busy = true;
    const made = await attempt(answer(api.POST('/api/backups')), 'make a backup');
    busy = false;
    if (!made) return;
    view = made;
    notices.say('Made, opened again, and its record looked over.');
  }
</script>

{#if view}
  <section class="mt-8" aria-label="Backups">
    <div class="flex items-baseline gap-4 border-b border-firm pb-1">
      <h2 class="text-[23px]">Backups</h2>
      <span class="quiet">
        {view.hours > 0 ? `one every ${view.hours} hours, ${view.kept} kept` : 'none by itself'}, in {view.folder}
      </span>
      <Button class="ml-auto" disabled={busy} onclick={() => void make()}
        >{busy ? 'Making one…' : 'Make one now'}</Button
      >
    </div>
    {#if view.failed}<p class="mt-2 border-l-4 border-critical pl-3">The last one failed. {view.failed}</p>{/if}
    {#each view.backups as backup (backup.at)}
      <p class="flex gap-4 border-b border-hairline py-1.5">
        <span>{dateOf(backup.at)}, {time(new Date(backup.at))}</span>
        <span class="quiet"
          >record up to entry <span class="measure">{backup.entries}</span>, {backup.files} files,
          {(backup.bytes / 1e6).toFixed(1)} MB database</span
        >
      </p>
    {:else}
      <p class="quiet py-2">None yet.</p>
    {/each}
  </section>
{/if}
