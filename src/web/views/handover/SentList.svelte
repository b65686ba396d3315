<script lang="ts">
  import type { Schemas } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { me } from '../../parts/me.svelte';
  import Queries from '../../parts/Queries.svelte';
  import { dateOf, time } from '../../words/times';

  let {
    sent,
    mayReply,
    onchanged,
  }: { sent: Schemas['SentView'][]; mayReply: boolean; onchanged: () => Promise<void> } = $props();

  function state(one: Schemas['SentView']): string {
    if (!one.answeredAt) return 'no answer yet';
    if (one.queries.length === 0) return 'taken as it is';
    const open = one.queries.filter((query) => !query.reply).length;
    return open === 0 ? 'all replied to' : open === 1 ? 'one question open' : `${open} questions open`;
  }
</script>

{#each sent as one (one.id)}
  <section class="mt-6" aria-label="Sent {dateOf(one.at)}">
    <h2 class="border-b border-firm pb-1 text-[19px]">
      {dateOf(one.at)}, {time(new Date(one.at))}
      <span class={one.queries.some((query) => !query.reply) ? 'text-critical' : 'text-done'}>{state(one)}</span>
    </h2>
    <p class="quiet">
      {one.by}: {one.teeth.join(', ')}
      {#if me.may('laboratory')}
        · <LineButton class="text-[13px]" href="/api/hand-overs/{one.id}/bundle.zip" download
          >bundle, {(one.bytes / 1e6).toFixed(1)} MB</LineButton
        >{/if}
    </p>
    <Queries queries={one.queries} {mayReply} {onchanged} />
    {#each one.unseen as line, i (i)}<p class="quiet border-t border-hairline py-1">{line}</p>{/each}
  </section>
{/each}
