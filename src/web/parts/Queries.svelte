<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { answer, api, type Schemas } from '../api/client';
  import { dateOf, time } from '../words/times';
  import { plain, upperFirst } from '../words/words';
  import { attempt, notices } from './notices.svelte';
  import { field } from './theme';

  let {
    queries,
    mayReply,
    onchanged,
  }: { queries: Schemas['QueryView'][]; mayReply: boolean; onchanged: () => Promise<void> } = $props();

  let writing = $state<string | null>(null);
  let text = $state('');

  const ready: Partial<Record<string, string[]>> = {
    room: ['Make it thinner there, and polish it well.', 'It is cut again: wait for the new scan.'],
    undercut: ['Block it out.', 'It is cut again: wait for the new scan.'],
    'sharp-edge': ['Make it thinner there, and polish it well.', 'It is rounded: wait for the new scan.'],
    margin: ['It is scanned again.'],
  };

  async function reply(query: string, words: string) {
    const params = { path: { id: query } };
    if (
      (await attempt(answer(api.POST('/api/queries/{id}/reply', { params, body: { text: words } })), 'reply')) === null
    )
      return;
    // Another question may have been opened meanwhile: what is written there stays.
    if (writing === query) [writing, text] = [null, ''];
    notices.say('Replied. The laboratory finds it in its folder.');
    await onchanged();
  }
</script>

<ul>
  {#each queries as query (query.id)}
    <li class="border-t border-hairline py-2.5" id="query-{query.id}">
      <p class="flex flex-wrap items-baseline gap-x-3">
        <span class="measure text-[21px] text-number">{query.tooth}</span>
        <span class="font-semibold">{upperFirst(plain(query.kind))}</span>
        <span class="quiet">{query.by}, {dateOf(query.at)} {time(new Date(query.at))}</span>
      </p>
      <p class="mt-0.5">{query.text}</p>
      {#if query.reply}
        <p class="mt-1 border-l-4 border-done pl-3">
          {query.reply} <span class="quiet">{query.repliedBy}</span>
        </p>
      {:else if mayReply}
        {#if writing === query.id}
          <Textarea
            aria-label="Reply"
            maxlength={2000}
            bind:value={text}
            classes={{ div: 'w-full mt-2', wrapper: `${field} w-full! min-h-16` }}
          />
          <p class="mt-2 flex gap-2">
            <Button disabled={text.trim() === ''} onclick={() => void reply(query.id, text)}>Reply</Button>
            <Button onclick={() => (writing = null)}>Leave it</Button>
          </p>
        {:else}
          <p class="mt-2 flex flex-wrap gap-2">
            {#each ready[query.kind] ?? [] as words (words)}
              <Button onclick={() => void reply(query.id, words)}>{words}</Button>
            {/each}
            <Button onclick={() => ([writing, text] = [query.id, ''])}
              >{ready[query.kind] ? 'In other words…' : 'Reply…'}</Button
            >
          </p>
        {/if}
      {:else}
        <p class="quiet mt-1">No reply yet.</p>
      {/if}
    </li>
  {/each}
</ul>
