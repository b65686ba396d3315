<script lang="ts">
  import { amend } from '../../parts/amend';
  import { notices } from '../../parts/notices.svelte';
  import { me } from '../../parts/me.svelte';
  import { time } from '../../words/times';
  import type { ChairState } from './chairState.svelte';

  let { chair }: { chair: ChairState } = $props();

  let amending = $state<string | null>(null);
  let right = $state('');

  async function put(event: SubmitEvent) {
    event.preventDefault();
    if (!amending || !(await amend(amending, right))) return;
    [amending, right] = [null, ''];
    notices.say('The amendment stands beside it in the record.');
    await chair.load();
  }
</script>

<h3>Written at this visit</h3>
<ul>
  {#each chair.view?.entries ?? [] as entry (entry.id)}
    <li>
      <span class="measure text-soft">{time(new Date(entry.at))}</span>
      <span class="words">
        {entry.text}{entry.amended ? ' (amended)' : ''} <span class="text-soft">{entry.by}</span>
        {#if amending === entry.id}
          <form onsubmit={put}>
            <input type="text" maxlength="4000" aria-label="What is right" bind:value={right} />
            <button class="enter" type="submit" disabled={!right.trim()}>Amend</button>
          </form>
        {/if}
      </span>
      {#if me.may('sign')}
        <button class="text-soft" onclick={() => (amending = amending === entry.id ? null : entry.id)}>Amend</button>
      {/if}
    </li>
  {:else}
    <li class="text-soft">Nothing yet.</li>
  {/each}
</ul>

<style>
  h3 {
    margin-top: 20px;
    border-bottom: 1px solid var(--hairline);
    font-size: 24px;
    color: var(--soft);
  }
  li {
    display: flex;
    gap: 14px;
    padding: 6px 0;
    border-bottom: 1px solid var(--hairline);
  }
  .words {
    flex: 1;
  }
  form {
    display: flex;
    gap: 10px;
  }
</style>
