<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { navigate } from '../../router';
  import LineButton from '../../parts/LineButton.svelte';
  import { jsonOf, notices } from '../../parts/notices.svelte';
  import { line } from '../../parts/theme';

  let { onadded }: { onadded: () => Promise<void> } = $props();

  /** A file whose case is here already, and what is said of that. */
  let there = $state<{ body: Schemas['CaseFile']; words: string } | null>(null);

  async function pick(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    there = null;
    if (!file) return;
    const body = await jsonOf(file, 'case file');
    if (body !== undefined) await add(body as Schemas['CaseFile']);
  }

  async function add(body: Schemas['CaseFile'], ifThere?: 'replace' | 'skip') {
    there = null;
    try {
      const added = await answer(api.POST('/api/cases/file', { params: { query: { ifThere } }, body }));
      notices.answered('file');
      await onadded();
      if (added.told) notices.say(added.told);
      if (added.firstUnit) await navigate('/unit/:id', { params: { id: added.firstUnit } });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (error.code === 'case-there') there = { body, words: error.message };
      else notices.warn(error.message, 'file');
    }
  }
</script>

<label class="{line} ml-auto focus-within:outline-2">
  Add from file
  <input type="file" accept="application/json,.json" class="sr-only" onchange={pick} />
</label>
{#if there}
  {@const body = there.body}
  <p class="flex w-full flex-wrap items-center gap-3 border-l-4 border-over py-1 pl-3" role="alert">
    {there.words}
    <Button onclick={() => add(body, 'replace')}>Replace it</Button>
    <LineButton onclick={() => add(body, 'skip')}>Skip the file</LineButton>
  </p>
{/if}
