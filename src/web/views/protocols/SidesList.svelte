<script lang="ts">
  import { standing } from '../../words/words';
  import type { ProtocolState } from './protocolState.svelte';

  let { book }: { book: ProtocolState } = $props();

  /** What was just chosen shows at once, what it means when the server has said it. */
  const chosen = (one: { path: string; chosen: string }) =>
    book.edits.find((edit) => edit.path === one.path)?.choice ?? one.chosen;
</script>

{#each book.shown?.disagreements ?? [] as one (one.id)}
  <section class="border-b border-hairline py-3.5">
    <h2 class="text-[19px] {book.departs[one.path] !== undefined ? 'text-plum' : ''}">{one.question}</h2>
    <p class="quiet mb-1.5">{one.source}, {standing(one.standing)}</p>
    <div class="grid gap-x-5 gap-y-2 sm:grid-cols-2" role="group" aria-label={one.question}>
      {#each one.sides as side (side.value)}
        {@const isChosen = side.value === chosen(one)}
        <button
          class="flex min-h-12 flex-col items-start border-l-3 pl-3 text-left {isChosen
            ? 'border-plum'
            : 'border-hairline text-soft hover:border-firm'}"
          aria-pressed={isChosen}
          onclick={() => !isChosen && void book.set({ path: one.path, choice: side.value })}
        >
          <span class="block {isChosen ? 'font-semibold' : ''}">{side.name}</span>
          <span class="text-[14px]">{side.because}</span>
        </button>
      {/each}
    </div>
  </section>
{/each}
