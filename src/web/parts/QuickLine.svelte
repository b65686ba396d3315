<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { tick } from 'svelte';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { navigate } from '../router';
  import { shared } from './shared.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();

  let line = $state('');
  let meant = $state<Schemas['LineView'] | null>(null);
  let because = $state('');
  let patient = $state('');
  let doing = $state(false);
  /** First what is planned, then for whom: in the open case or a new one, and how the patient is called. */
  let step = $state<'line' | 'where' | 'who'>('line');
  let form = $state<HTMLFormElement>();
  let asked = 0;
  let understanding: Promise<void> = Promise.resolve();

  const into = $derived(shared.caseId && shared.case ? { id: shared.caseId, ...shared.case } : null);

  // What was typed another time is no beginning.
  $effect(() => {
    if (!open) return;
    [line, because, patient, step, meant] = ['', '', '', 'line', null];
  });

  // Ask what it means while it is typed; an answer that was overtaken is dropped.
  $effect(() => {
    if (open) understanding = understand(line, into?.id);
  });

  async function understand(line: string, caseId: string | undefined): Promise<void> {
    const mine = ++asked;
    try {
      const view = await answer(api.POST('/api/quick-line/understand', { body: { line, caseId } }));
      if (mine === asked) meant = view;
    } catch (error) {
      complain(error);
    }
  }

  async function go(to: typeof step) {
    step = to;
    await tick();
    form?.querySelector<HTMLElement>('[data-first]')?.focus();
  }

  async function next(event: SubmitEvent) {
    event.preventDefault();
    // Fast fingers are ahead of the answer.
    await understanding;
    if (!meant?.understood) return;
    if (step === 'line' && meant.asksReason && !because.trim()) return go('line');
    if (step === 'line') return go(into ? 'where' : 'who');
    if (step === 'who') return plan({ patient: patient.trim() || undefined });
  }

  async function plan(where: { caseId?: string; replace?: boolean; patient?: string }) {
    if (doing) return;
    doing = true;
    try {
      const body = { line, because: because.trim() || undefined, ...where };
      const done = await answer(api.POST('/api/quick-line/do', { body }));
      open = false;
      await navigate('/unit/:id', { params: { id: done.unitId } });
    } catch (error) {
      complain(error);
      await go('line');
    } finally {
      doing = false;
    }
  }

  // One key each: t this case, n a new one.
  function choose(event: KeyboardEvent) {
    if (step !== 'where' || !into || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 't') void plan({ caseId: into.id, replace: Boolean(meant?.there) });
    else if (event.key === 'n') void go('who');
    else return;
    event.preventDefault();
  }

  function complain(error: unknown) {
    if (!(error instanceof Refusal)) throw error;
    meant = { understood: false, words: error.message, suggestions: error.suggestions, asksReason: false };
  }
</script>

<Modal bind:open size="md" placement="top-center" class="dialog mt-16" dismissable={false} aria-label="Quick line">
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <form bind:this={form} onsubmit={next} onkeydown={choose} class="flex flex-col gap-3">
    {#if step === 'line'}
      <label class="quiet" for="quick-line">Tooth, what it gets, material</label>
      <div class="flex items-center gap-3">
        <Input
          id="quick-line"
          class="measure min-w-0 flex-1 text-[26px]"
          data-autofocus
          data-first
          autocomplete="off"
          spellcheck="false"
          maxlength={200}
          placeholder="36 crown zirconia"
          bind:value={line}
          aria-describedby="quick-line-meaning"
        />
        <Button type="submit" class="min-h-12 px-5" disabled={doing}>Plan</Button>
      </div>
    {:else}
      <p class="measure text-[26px] leading-tight">{line}</p>
    {/if}
    <div id="quick-line-meaning" class="min-h-16" aria-live="polite">
      {#if meant}
        <p class={meant.understood ? 'text-done' : 'text-soft'}>{meant.words}</p>
        {#if step === 'line'}
          {#if meant.there && into}<p class="mt-1 border-l-4 border-over pl-3 text-[14px]">{meant.there}</p>{/if}
          <ul class="mt-2 flex flex-wrap gap-2">
            {#each meant.suggestions as suggestion (suggestion)}
              <li><Button onclick={() => (line = suggestion)}>{suggestion}</Button></li>
            {/each}
          </ul>
        {/if}
      {/if}
    </div>
    {#if step === 'line' && meant?.asksReason}
      <label class="flex flex-col gap-1">
        <span class="quiet">Reason to plan it all the same; it is kept with the plan</span>
        <Input maxlength={500} bind:value={because} />
      </label>
    {/if}
    {#if step === 'where' && into}
      <div class="flex flex-wrap gap-3">
        <Button
          data-first
          class="min-h-14"
          disabled={doing}
          onclick={() => plan({ caseId: into.id, replace: Boolean(meant?.there) })}
        >
          <span class="key">t</span>
          {meant?.there ? 'In this case, in its place' : 'In this case'}: {into.patient},
          <span class="measure">{into.number}</span>
        </Button>
        <Button class="min-h-14" disabled={doing} onclick={() => go('who')}>
          <span class="key">n</span> A new case
        </Button>
      </div>
    {:else if step === 'who'}
      <label class="flex flex-col gap-1">
        <span class="quiet">Who is it for? Left empty, the case has no name yet</span>
        <span class="flex gap-3">
          <Input data-first class="min-w-0 flex-1" autocomplete="off" maxlength={120} bind:value={patient} />
          <Button type="submit" class="min-h-12 px-5" disabled={doing}>Begin the case</Button>
        </span>
      </label>
    {/if}
  </form>
</Modal>
