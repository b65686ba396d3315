<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, rawBody, Refusal, type Schemas } from '../../api/client';
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
    if (file.name.toLowerCase().endsWith('.zip')) {
      await addBundle(file);
      return;
    }
    const body = await jsonOf(file, 'case file');
    if (body !== undefined) await add(body as Schemas['CaseFile']);
  }

  /** A bundle as it went to the laboratory, here or elsewhere. */
  async function addBundle(file: File) {
    const response = await fetch('/api/cases/bundle', { method: 'POST', ...rawBody(file), body: file }).catch(
      () => null,
    );
    const said = (await response?.json().catch(() => null)) as {
      firstUnit?: string;
      told?: string;
      detail?: string;
    } | null;
    if (!response?.ok) {
      notices.warn(said?.detail ?? 'The bundle could not be read.', 'file');
      return;
    }
    await onadded();
    if (said?.told) notices.say(said.told);
    if (said?.firstUnit) await navigate('/unit/:id', { params: { id: said.firstUnit } });
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
  <input type="file" accept="application/json,.json,.zip" class="sr-only" onchange={pick} />
</label>
{#if there}
  {@const body = there.body}
  <p class="flex w-full flex-wrap items-center gap-3 border-l-4 border-over py-1 pl-3" role="alert">
    {there.words}
    <Button onclick={() => add(body, 'replace')}>Replace it</Button>
    <LineButton onclick={() => add(body, 'skip')}>Skip the file</LineButton>
  </p>
{/if}
