<script lang="ts">
  import type { Snippet } from 'svelte';

  let { title, onclose, children }: { title: string; onclose: () => void; children: Snippet } = $props();
</script>

<section class="panel" aria-label={title}>
  <header>
    <h2>{title}</h2>
    <button onclick={onclose}>Close <kbd>Esc</kbd></button>
  </header>
  {@render children()}
</section>

<style>
  .panel {
    min-height: 0;
    overflow-y: auto;
    padding: 12px 0 12px 14px;
  }
  header {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    margin-bottom: 8px;
  }
  h2 {
    font-size: 30px;
  }
  header button {
    min-height: 48px;
    color: var(--soft);
  }
  kbd {
    border: 1px solid currentColor;
    border-radius: 5px;
    padding: 0 8px;
    font-family: inherit;
  }
  .panel :global(.choices) {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    margin: 6px 0 14px;
  }
  .panel :global(.choices button),
  .panel :global(.enter) {
    min-height: 56px;
    padding: 4px 20px;
    border: 1px solid var(--firm);
    border-radius: 999px;
    text-align: left;
  }
  .panel :global(.choices button[aria-pressed='true']) {
    border-color: var(--plum);
    color: var(--plum);
  }
  .panel :global(.enter) {
    border-color: var(--plum);
    background: #6b2a5b;
    color: #fcfaf5;
    min-width: 140px;
  }
  .panel :global(.enter:disabled) {
    background: transparent;
    color: var(--soft);
    border-color: var(--firm);
  }
  .panel :global(input[type='text']),
  .panel :global(input[type='number']),
  .panel :global(textarea) {
    background: var(--leaf);
    border: 1px solid var(--firm);
    border-radius: 4px;
    min-height: 52px;
    padding: 6px 12px;
    width: 100%;
    color: var(--ink);
  }
</style>
