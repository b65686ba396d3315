<script lang="ts">
  import { outbox } from '../../parts/outbox.svelte';
  import { time } from '../../words/times';
  import type { ChairState } from './chairState.svelte';

  let {
    chair,
    panel = $bindable(),
    label,
    onnext,
  }: { chair: ChairState; panel: 'reading' | 'entry' | 'gate' | null; label: string; onnext: () => void } = $props();
</script>

<nav aria-label="At the chair">
  <button onclick={() => chair.back()} disabled={chair.at <= 0}>
    <strong>Back</strong><span><kbd>←</kbd> left pedal</span>
  </button>
  <button onclick={() => (panel = panel === 'reading' ? null : 'reading')} aria-pressed={panel === 'reading'}>
    <strong>Reading</strong><span><kbd>R</kbd> two taps</span>
  </button>
  {#if outbox.unsent.length > 0}
    <button onclick={() => void outbox.flush()}>
      <strong>Kept here, {outbox.unsent.length} to send</strong>
      <span
        ><i aria-hidden="true" class="knots"></i> offline{outbox.since ? ` ${time(new Date(outbox.since))}` : ''}</span
      >
    </button>
  {:else}
    <button onclick={() => (panel = panel === 'entry' ? null : 'entry')} aria-pressed={panel === 'entry'}>
      <strong>Write down</strong><span><kbd>N</kbd> dose, cord, material</span>
    </button>
  {/if}
  <button class="next" onclick={onnext}>
    <strong>{label}</strong>
    <span><kbd>space</kbd> right pedal</span>
  </button>
</nav>

<style>
  nav {
    grid-row: 4;
    display: grid;
    grid-template-columns: 1fr 1fr 1.35fr 1.45fr;
    border-top: 1px solid var(--firm);
  }
  nav button {
    display: flex;
    flex-direction: column;
    justify-content: center;
    gap: 4px;
    padding: 0 22px;
    text-align: left;
    border-right: 1px solid var(--hairline);
  }
  nav button:disabled {
    color: var(--firm);
  }
  nav button[aria-pressed='true'] {
    background: var(--leaf);
  }
  nav strong {
    font-size: 24px;
  }
  nav span {
    color: var(--soft);
    font-size: 22px;
    white-space: nowrap;
  }
  nav .next {
    border-right: 0;
    background: #6b2a5b;
    color: #fcfaf5;
  }
  nav .next span {
    color: #f0dcea;
  }
  kbd {
    border: 1px solid currentColor;
    border-radius: 5px;
    padding: 0 8px;
    font-family: inherit;
  }
  .knots {
    display: inline-block;
    width: 40px;
    height: 12px;
    background: radial-gradient(circle, var(--paper) 3px, var(--number) 4px, transparent 6px) 0 0 / 20px 12px;
  }
</style>
