<script lang="ts">
  import type { Schemas } from '../../api/client';
  import type { ChairState } from './chairState.svelte';
  import Replan from './Replan.svelte';

  let { chair, unit }: { chair: ChairState; unit: string | undefined } = $props();

  let words = $state('');
  let replan = $state<Schemas['NamedEntry'] | null>(null);

  const tooth = $derived(unit ?? chair.view?.units[0]?.id);

  async function put(reason: string) {
    const note = { kind: 'deviation' as const, step: chair.current?.key, reason, words: words || null };
    if (await chair.enter(note, reason, unit)) words = '';
  }
</script>

{#if replan && tooth}
  <Replan {chair} reason={replan} unitId={tooth} {words} onclose={() => ([replan, words] = [null, ''])} />
{:else}
  <label>Words <input type="text" maxlength="200" bind:value={words} /></label>
  <div class="choices" role="group" aria-label="Why">
    {#each chair.view?.choices.deviations ?? [] as reason (reason.code)}
      <button onclick={() => void put(reason.words)}>{reason.words}</button>
    {/each}
  </div>
  <p>Plan anew from here; the old plan and the steps done stay:</p>
  <div class="choices" role="group" aria-label="Plan anew">
    {#each chair.view?.choices.replans ?? [] as reason (reason.code)}
      <button onclick={() => (replan = reason)}>{reason.words}</button>
    {/each}
  </div>
{/if}
