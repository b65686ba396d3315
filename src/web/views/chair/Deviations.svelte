<script lang="ts">
  import { navigate } from '../../router';
  import type { ChairState } from './chairState.svelte';

  let { chair, unit }: { chair: ChairState; unit: string | undefined } = $props();

  let words = $state('');

  async function put(reason: string): Promise<boolean> {
    const note = { kind: 'deviation' as const, step: chair.current?.key, reason, words: words || null };
    const entered = await chair.enter(note, reason, unit);
    if (entered) words = '';
    return entered;
  }

  /** Why is written down first; then the tooth is planned anew, and the steps that were done stay done. */
  async function replan(reason: string) {
    const tooth = unit ?? chair.view?.units[0]?.id;
    if (tooth && (await put(reason))) await navigate('/unit/:id', { params: { id: tooth } });
  }
</script>

<label>Words <input type="text" maxlength="300" bind:value={words} /></label>
<div class="choices" role="group" aria-label="Why">
  {#each chair.view?.choices.deviations ?? [] as reason (reason.code)}
    <button onclick={() => void put(reason.words)}>{reason.words}</button>
  {/each}
</div>
<p>Plan anew from here; the old plan and the steps done stay:</p>
<div class="choices" role="group" aria-label="Plan anew">
  {#each chair.view?.choices.replans ?? [] as reason (reason.code)}
    <button onclick={() => void replan(reason.words)}>{reason.words}</button>
  {/each}
</div>
