<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { navigate } from '../../router';
  import { line } from '../../parts/theme';
  import type { ProtocolState } from './protocolState.svelte';

  let { book }: { book: ProtocolState } = $props();

  let name = $state('');
  let note = $state('');
  let use = $state(true);

  const head = $derived(book.base!);
  const since = $derived(book.draft?.since ?? []);
  const suggested = $derived(head.shipped ? 'House values' : head.name);
  const date = (at: string) =>
    new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (await book.keep(name.trim() || suggested, note, use)) note = '';
  }

  function pick(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (file) void book.importFile(file);
  }
</script>

<aside class="min-h-0 overflow-y-auto border-l border-hairline px-5 py-4" aria-label="Versions and changes">
  <h2 class="text-[19px]">Kept versions</h2>
  <ol class="thread mt-1">
    {#each book.heads.toReversed() as one (one.id + one.version)}
      <li class="knot {one === head ? 'now' : ''} {one.inUse ? 'used' : ''}">
        <button
          class="min-h-11 w-full text-left"
          aria-pressed={one === head}
          disabled={book.edits.length > 0}
          onclick={() => void book.open(one)}
        >
          <span class={one === head ? 'font-semibold' : ''}>{one.name}, {one.version}</span>
          {#if one.inUse}<span class="text-done"> in use</span>{/if}
          <span class="quiet block">
            {one.shipped ? '' : `${date(one.keptAt)} · `}{one.differences === 0
              ? ''
              : `${one.differences} apart · `}{one.units}
            {one.units === 1 ? 'tooth' : 'teeth'}
          </span>
          {#if !one.shipped}<span class="quiet block">{one.note}</span>{/if}
        </button>
      </li>
    {/each}
  </ol>
  <div class="mt-1 flex flex-wrap gap-x-4">
    {#if !head.inUse && book.edits.length === 0}
      <LineButton onclick={() => void book.use(head)}>Plan new teeth with it</LineButton>
    {/if}
    {#if !head.inUse && !head.shipped && head.units === 0 && book.edits.length === 0}
      <LineButton onclick={() => void book.remove(head)}>Remove</LineButton>
    {/if}
    <LineButton href="/api/protocols/{head.id}/{head.version}/file" download>Save as file</LineButton>
    <label class="{line} focus-within:outline-2">
      Add from file
      <input type="file" accept="application/json,.json" class="sr-only" onchange={pick} />
    </label>
  </div>

  {#if book.draft && since.length > 0}
    <h2 class="mt-5 text-[19px]">Changed, not kept yet</h2>
    <ul class="text-[14px]">
      {#each since as one (one.path)}
        <li class="border-b border-hairline py-1.5">
          {one.words}
          <span class="measure block text-[17px]"
            ><s class="text-soft">{one.before}</s> <span class="text-plum">{one.after}</span></span
          >
        </li>
      {/each}
    </ul>
    <form class="mt-4 flex flex-col gap-2" onsubmit={keep}>
      <label class="flex flex-col"
        ><span class="quiet">Name</span>
        <Input maxlength={80} placeholder={suggested} bind:value={name} /></label
      >
      <label class="flex flex-col"
        ><span class="quiet">Why</span>
        <Input maxlength={500} required placeholder="a few words" bind:value={note} /></label
      >
      <Checkbox bind:checked={use}>Plan new teeth with it</Checkbox>
      <div class="flex gap-3">
        <Button type="submit" aria-pressed="true">Keep as a new version</Button>
        <LineButton onclick={() => void book.drop()}>Drop changes</LineButton>
      </div>
    </form>
    <h3 class="mt-4 text-[17px]">On the teeth that are planned</h3>
    {#if book.draft.effects.length === 0}
      <p class="quiet">None would be planned otherwise.</p>
    {:else}
      <p class="quiet">{book.draft.effects.length} would be planned otherwise, {book.draft.untouched} not.</p>
      <ul class="text-[14px]">
        {#each book.draft.effects as effect (effect.unitId)}
          <li class="border-b border-hairline py-1.5">
            <button
              class="text-left hover:text-plum"
              onclick={() => navigate('/unit/:id', { params: { id: effect.unitId } })}
            >
              <span class="measure text-[18px]">{effect.written}</span>
              {effect.patient}, {effect.what}
            </button>
            {#if effect.problem}
              <span class="block text-critical">{effect.problem}</span>
            {:else}
              <span class="quiet block">
                {effect.changes
                  .slice(0, 3)
                  .map((one) => `${one.words} ${one.before ?? ''} → ${one.after ?? ''}`)
                  .join(' · ')}
                {effect.changes.length > 3 ? ` and ${effect.changes.length - 3} more` : ''}
              </span>
            {/if}
          </li>
        {/each}
      </ul>
    {/if}
  {:else if book.shown && book.shown.differences.length > 0}
    <h2 class="mt-5 text-[19px]">Apart from the shipped one</h2>
    <ul class="text-[14px]">
      {#each book.shown.differences as one (one.path)}
        <li class="border-b border-hairline py-1.5">
          {one.words}
          <span class="measure block text-[17px]"><s class="text-soft">{one.before}</s> {one.after}</span>
        </li>
      {/each}
    </ul>
  {:else}
    <p class="quiet mt-5">
      Point at a number and type another: what it changes shows here, and nothing is kept until you say so. Plans stay
      with the version they were made from. The material maker’s instructions come before any value here.
    </p>
  {/if}
</aside>

<style>
  /* Versions hang on a thread, the one in use as a firm knot. */
  .thread {
    border-left: 2px dotted var(--firm);
    margin-left: 5px;
  }
  .knot {
    position: relative;
    padding-left: 14px;
  }
  .knot::before {
    content: '';
    position: absolute;
    left: -6px;
    top: 9px;
    width: 9px;
    height: 9px;
    border-radius: 50%;
    border: 1.5px solid var(--firm);
    background: var(--paper);
  }
  .knot.now::before {
    border-color: var(--plum);
  }
  .knot.used::before {
    background: var(--done);
    border-color: var(--done);
  }
</style>
