<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { changed } from '../../parts/changed.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { bringBack } from '../../parts/removal.svelte';
  import { date } from '../../words/times';

  let bin = $state<Schemas['BinView'] | null>(null);
  let sure = $state(false);

  $effect(() => {
    void changed.bin;
    answer(api.GET('/api/bin'))
      .then((view) => (bin = view))
      .catch((error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
        notices.warn(error.message);
      });
  });

  async function empty() {
    sure = false;
    await attempt(answer(api.DELETE('/api/bin')));
    changed.bin++;
  }
</script>

{#if bin && bin.entries.length > 0}
  <section class="mt-10" aria-label="Bin">
    <div class="flex items-baseline gap-5 border-b border-firm pb-1">
      <h2 class="text-[19px] text-soft">Bin</h2>
      <p class="quiet">What lies here is gone for good after {bin.keepsDays} days.</p>
      <LineButton class="ml-auto" onclick={() => (sure = true)}>Empty it now</LineButton>
    </div>
    {#if sure}
      <p class="mt-2 flex flex-wrap items-center gap-3 border-l-4 border-critical pl-3" role="alert">
        {bin.entries.length === 1 ? 'This' : `These ${bin.entries.length}`} can’t be brought back then.
        <Button onclick={empty}>Remove for good</Button>
        <LineButton onclick={() => (sure = false)}>Keep</LineButton>
      </p>
    {/if}
    <ul>
      {#each bin.entries as entry (entry.what + entry.id)}
        <li class="flex min-h-11 items-center gap-4 border-b border-hairline py-1">
          <span class="quiet w-20">{entry.what}</span>
          <span class="min-w-0 flex-1 wrap-anywhere">{entry.name}</span>
          <span class="quiet">until {date(new Date(entry.goneAt))}</span>
          <LineButton onclick={() => bringBack(entry)}>Bring back</LineButton>
        </li>
      {/each}
    </ul>
  </section>
{/if}
