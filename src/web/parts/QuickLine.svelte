<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { navigate } from '../router';
  import { notices } from './notices.svelte';
  import { shared } from './shared.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();

  let line = $state('');
  let meant = $state<Schemas['LineView'] | null>(null);
  let doing = $state(false);
  let asked = 0;

  // Ask what it means while it is typed; an answer that was overtaken is dropped.
  $effect(() => {
    if (!open) return;
    const text = line;
    const mine = ++asked;
    answer(api.POST('/api/quick-line/understand', { body: { line: text } }))
      .then((view) => {
        if (mine === asked) meant = view;
      })
      .catch(complain);
  });

  async function run(event: SubmitEvent) {
    event.preventDefault();
    if (doing) return;
    doing = true;
    try {
      const body = { line, caseId: shared.caseId ?? undefined };
      const done = await answer(api.POST('/api/quick-line/do', { body }));
      open = false;
      line = '';
      await navigate('/unit/:id', { params: { id: done.unitId } });
    } catch (error) {
      complain(error);
    } finally {
      doing = false;
    }
  }

  function complain(error: unknown) {
    if (!(error instanceof Refusal)) throw error;
    if (error.code === 'unreachable') notices.warn(error.message);
    else meant = { understood: false, words: error.message, suggestions: error.suggestions };
  }
</script>

<Modal bind:open size="md" placement="top-center" class="dialog mt-16" dismissable={false} aria-label="Quick line">
  <form onsubmit={run} class="flex flex-col gap-3">
    <label class="quiet" for="quick-line">Tooth, what it gets, material</label>
    <Input
      id="quick-line"
      class="measure text-[26px]"
      data-autofocus
      autocomplete="off"
      spellcheck="false"
      maxlength={200}
      placeholder="36 crown zirconia"
      bind:value={line}
      aria-describedby="quick-line-meaning"
    />
    <div id="quick-line-meaning" class="min-h-20" aria-live="polite">
      {#if meant}
        <p class={meant.understood ? 'text-done' : 'text-soft'}>{meant.words}</p>
        {#if meant.understood}
          <p class="quiet">
            <span class="key">Enter</span>
            {shared.caseId ? 'adds it to the open case' : 'begins a new case with it'}
          </p>
        {/if}
        <ul class="mt-2 flex flex-wrap gap-2">
          {#each meant.suggestions as suggestion (suggestion)}
            <li><Button onclick={() => (line = suggestion)}>{suggestion}</Button></li>
          {/each}
        </ul>
      {/if}
    </div>
    <button class="sr-only" disabled={doing}>Do it</button>
  </form>
</Modal>
