<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { untrack } from 'svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import HandedUnit from '../../parts/HandedUnit.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { watchCase } from '../../parts/live';
  import { me } from '../../parts/me.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { field } from '../../parts/theme';
  import { route } from '../../router';
  import SentList from './SentList.svelte';

  const id = $derived(route.getParams('/case/:id/hand-over').id);

  let view = $state<Schemas['HandOverView'] | null>(null);
  let missing = $state<string | null>(null);
  let busy = $state(false);
  let wishes = $state('');
  let wishesOf = $state<Record<string, string>>({});
  let left = $state<Record<string, boolean>>({});
  // Sent again after a lost answer, it counts once.
  let handOver = $state(crypto.randomUUID());

  async function load() {
    try {
      view = await answer(api.GET('/api/cases/{id}/hand-over', { params: { path: { id } } }));
      missing = null;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      missing = error.message;
    }
  }

  $effect(() => {
    void id;
    untrack(() => void load());
  });
  $effect(() => watchCase(id, () => void load()));

  async function send() {
    busy = true;
    const pictures = (view?.pictures ?? []).map((one) => one.sha256).filter((sha256) => !left[sha256]);
    const body = { id: handOver, wishes, wishesOf, pictures };
    const done = await attempt(
      answer(api.POST('/api/cases/{id}/hand-over', { params: { path: { id } }, body })),
      'hand it over',
    );
    busy = false;
    if (!done) return;
    view = done;
    handOver = crypto.randomUUID();
    notices.say('Handed over. What the laboratory asks comes back here and onto the day.');
  }
</script>

<svelte:head><title>{view ? `Hand-over · case ${view.number}` : 'Hand-over'} · Dentelle</title></svelte:head>

{#if missing}
  <div class="p-10">
    <p class="border-l-4 border-critical pl-4">{missing}</p>
    <Button class="mt-4 inline-block" href="/case/{id}">To the case</Button>
  </div>
{:else if !view}
  <p class="quiet p-10" role="status">Looking through plan, readings and scans…</p>
{:else}
  <div class="grid h-full grid-cols-[minmax(0,1fr)_304px]">
    <div class="min-h-0 overflow-y-auto px-8 pt-5 pb-10">
      <div class="flex flex-wrap items-baseline gap-x-6">
        <h1 class="text-[29px]">To the laboratory: case {view.number}</h1>
        <LineButton href="/case/{id}">{view.patient}</LineButton>
      </div>
      <p class="quiet mt-1">What goes there names the case by its number, never the patient.</p>
      {#each view.units as unit (unit.tooth)}
        <HandedUnit {unit}>
          <label class="mt-3 flex flex-col">
            <span class="quiet">Wishes on contacts and form of {unit.tooth}</span>
            <Input maxlength={2000} class="w-full!" bind:value={wishesOf[unit.tooth]} />
          </label>
        </HandedUnit>
      {/each}
    </div>
    <aside class="flex min-h-0 flex-col overflow-y-auto border-l border-hairline px-5 py-5" aria-label="Hand over">
      {#if view.missing.length > 0}
        <p class="quiet">Not there yet; it can go all the same</p>
        <ul class="mb-4 text-[15px]">
          {#each view.missing as line, i (i)}<li class="border-t border-hairline py-1">{line}</li>{/each}
        </ul>
      {/if}
      <label class="flex flex-col">
        <span class="quiet">Wishes to all of it</span>
        <Textarea
          maxlength={2000}
          bind:value={wishes}
          classes={{ div: 'w-full', wrapper: `${field} w-full! min-h-20` }}
        />
      </label>
      {#if view.pictures.length > 0}
        <p class="quiet mt-4">Pictures that go along</p>
        {#each view.pictures as picture (picture.sha256)}
          <Checkbox checked={!left[picture.sha256]} onchange={() => (left[picture.sha256] = !left[picture.sha256])}
            >{picture.proves}</Checkbox
          >
        {/each}
      {/if}
      {#if me.may('sign')}
        <Button
          class="mt-4 min-h-[52px] border-plum! bg-plum! text-center! text-[19px]! text-(--on-plum)! disabled:opacity-60!"
          disabled={busy}
          onclick={() => void send()}>{busy ? 'Packing…' : 'Hand over'}</Button
        >
      {:else}
        <p class="mt-4">A clinician hands it over.</p>
      {/if}
      <p class="mt-3">
        <LineButton href="/api/cases/{id}/laboratory.pdf" target="_blank">The sheet on paper</LineButton>
      </p>
      <p class="quiet mt-1 wrap-anywhere">Bundles land in {view.folder}.</p>
      {#if view.standIn}
        <p class="mt-2 border-l-4 border-(--over-mark) pl-3 text-[14px]">
          Simulated: a stand-in answers in the laboratory’s place.
        </p>
      {/if}
      <SentList sent={view.sent} mayReply={me.may('sign')} onchanged={load} />
    </aside>
  </div>
{/if}
