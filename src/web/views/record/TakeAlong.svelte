<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { answer, api, rawBody, type Schemas } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { me } from '../../parts/me.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { field, line } from '../../parts/theme';
  import { dateOf, time } from '../../words/times';

  let { id, visits, onchanged }: { id: string; visits: Schemas['VisitView'][]; onchanged: () => Promise<void> } =
    $props();

  let view = $state<Schemas['NarrativeView'] | null>(null);
  let text = $state('');
  let code = $state('');
  let entry = $state(crypto.randomUUID());

  $effect(() => void load(id));

  async function load(id: string) {
    if (!me.may('sign')) return;
    view = await attempt(answer(api.GET('/api/cases/{id}/narrative', { params: { path: { id } } })));
    text ||= view?.draft ?? '';
  }

  async function sign() {
    const body = { id: entry, text, codeOrPassword: code || undefined };
    const signed = await attempt(
      answer(api.POST('/api/cases/{id}/narrative', { params: { path: { id } }, body })),
      'sign it',
    );
    if (!signed) return;
    [view, code, entry] = [signed, '', crypto.randomUUID()];
    notices.say('Signed. It stands in the record as it was signed.');
    await onchanged();
  }

  async function readTable(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    const call = fetch(`/api/cases/${id}/readings.csv`, { method: 'POST', ...rawBody(file), body: file });
    const response = await call.catch(() => null);
    const said = (await response?.json().catch(() => null)) as { added?: number; detail?: string } | null;
    if (response?.ok) notices.say(`${said?.added} readings were read in.`);
    else notices.warn(said?.detail ?? 'The table could not be read.', 'table');
    await onchanged();
  }
</script>

<div class="mt-5 grid grid-cols-[minmax(0,1fr)_280px] gap-x-9">
  <section aria-label="For the insurer">
    <h2 class="border-b border-firm pb-1 text-[23px]">For the insurer</h2>
    {#if view}
      <p class="quiet mt-1">Each sentence says what was recorded. Read it over, strike and add, then sign.</p>
      {#if view.notRecorded.length > 0}
        <ul class="mt-2 border-l-4 border-(--over-mark) pl-3 text-[15px]">
          {#each view.notRecorded as missing, i (i)}<li>{missing}</li>{/each}
        </ul>
      {/if}
      <Textarea
        aria-label="Text for the insurer"
        maxlength={3900}
        bind:value={text}
        classes={{ div: 'w-full mt-3', wrapper: `${field} w-full! min-h-72` }}
      />
      <p class="mt-2 flex flex-wrap items-baseline gap-3">
        {#if me.view?.hasSession && (me.view.hasCode || me.view.doors === 'accounts')}
          <Input
            type="password"
            class="w-44!"
            placeholder="code or password"
            aria-label="Code or password"
            bind:value={code}
          />
        {/if}
        <Button disabled={text.trim() === ''} onclick={() => void sign()}>Sign it</Button>
        <LineButton onclick={() => (text = view?.draft ?? '')}>Back to the draft</LineButton>
        {#if view.signed.length > 0}
          <LineButton href="/api/cases/{id}/narrative.pdf" target="_blank">The signed one on paper</LineButton>
        {/if}
      </p>
      {#each view.signed as signed (signed.id)}
        <div class="mt-3 border-l-4 border-done pl-3">
          <p class="quiet">signed by {signed.by}, {dateOf(signed.at)} {time(new Date(signed.at))}, {signed.hash}</p>
          <p class="text-[15px] whitespace-pre-line">{signed.text}</p>
        </div>
      {/each}
    {:else}
      <p class="mt-2">A clinician writes and signs it.</p>
    {/if}
  </section>
  <section aria-label="Files">
    <h2 class="border-b border-firm pb-1 text-[23px]">Files</h2>
    <ul class="mt-1 flex flex-col items-start gap-1">
      {#each visits as visit (visit.id)}
        <li>
          <LineButton href="/api/visits/{visit.id}/advice.pdf" target="_blank"
            >Advice to take home: {visit.name}</LineButton
          >
        </li>
      {/each}
      {#if me.may('sign')}
        <li><LineButton href="/api/cases/{id}/fhir.json" download>FHIR R4 bundle</LineButton></li>
        <li><LineButton href="/api/cases/{id}/record.csv" download>Record as a table</LineButton></li>
        <li><LineButton href="/api/cases/{id}/readings.csv" download>Readings as a table</LineButton></li>
      {/if}
      <li><LineButton href="/api/cases/{id}/file" download>The case as a file</LineButton></li>
      <li><LineButton href="/case/{id}/hand-over">Laboratory: sheet and bundle</LineButton></li>
      <li>
        <label class="{line} focus-within:outline-2"
          >Read readings from a table
          <input type="file" accept=".csv,text/csv" class="sr-only" onchange={readTable} />
        </label>
      </li>
    </ul>
  </section>
</div>
