<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import HandedUnit from '../../parts/HandedUnit.svelte';
  import LineButton from '../../parts/LineButton.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import Queries from '../../parts/Queries.svelte';
  import { field } from '../../parts/theme';
  import { dateOf, time } from '../../words/times';

  let bench = $state<Schemas['BenchCaseView'][] | null>(null);
  let picked = $state('');
  let tooth = $state('');
  let text = $state('');

  const current = $derived(bench?.find((one) => one.sent.id === picked) ?? bench?.[0]);
  const open = (one: Schemas['BenchCaseView']) => one.sent.queries.filter((query) => !query.reply).length;

  async function load() {
    bench = (await attempt(answer(api.GET('/api/laboratory'))))?.cases ?? [];
  }

  $effect(() => void load());

  async function ask(one: Schemas['BenchCaseView']) {
    const body = { tooth: tooth || one.sent.teeth[0]!, text, kind: 'other' as const };
    const params = { path: { id: one.sent.id } };
    if ((await attempt(answer(api.POST('/api/hand-overs/{id}/queries', { params, body })), 'ask')) === null) return;
    text = '';
    notices.say('Asked. The practice sees it on its day.');
    await load();
  }
</script>

<svelte:head><title>Laboratory · Dentelle</title></svelte:head>

<div class="grid h-full grid-cols-[264px_minmax(0,1fr)]">
  <nav class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-5" aria-label="What was handed over">
    <h1 class="text-[29px]">Laboratory</h1>
    {#if bench?.length === 0}<p class="mt-3">Nothing was handed over yet.</p>{/if}
    {#each bench ?? [] as one (one.sent.id)}
      <button
        type="button"
        class="block min-h-[52px] w-full border-t border-hairline px-2 py-2 text-left hover:bg-leaf aria-current:bg-leaf"
        aria-current={one === current ? 'true' : undefined}
        onclick={() => (picked = one.sent.id)}
      >
        <span class="measure text-[21px] text-number">{one.number}</span>
        <span class="text-[17px]">{one.sent.teeth.join(' ')}</span>
        <span class="quiet block">
          {dateOf(one.sent.at)}{open(one) > 0 ? ` · ${open(one)} asked, no reply` : ''}
        </span>
      </button>
    {/each}
  </nav>
  {#if current}
    <div class="min-h-0 overflow-y-auto px-8 pt-5 pb-10">
      <p class="flex flex-wrap items-baseline gap-x-5">
        <span class="font-plate text-[29px]">Case {current.number}</span>
        <span class="quiet">from {current.sent.by}, {dateOf(current.sent.at)} {time(new Date(current.sent.at))}</span>
        <LineButton href="/api/hand-overs/{current.sent.id}/bundle.zip" download
          >Bundle, {(current.sent.bytes / 1e6).toFixed(1)} MB</LineButton
        >
      </p>
      {#if current.document.wishes}
        <p class="mt-3 border-l-4 border-plum pl-3">Wished: {current.document.wishes}</p>
      {/if}
      <section class="mt-4" aria-label="Questions">
        <Queries queries={current.sent.queries} mayReply={false} onchanged={load} />
        <div class="mt-3 flex flex-wrap items-end gap-3">
          {#if current.sent.teeth.length > 1}
            <label class="flex flex-col">
              <span class="quiet">Tooth</span>
              <Select
                bind:value={tooth}
                items={current.sent.teeth.map((iso) => ({ value: iso, name: iso }))}
                placeholder=""
              />
            </label>
          {/if}
          <label class="flex min-w-[280px] flex-1 flex-col">
            <span class="quiet">Ask the practice</span>
            <Textarea
              maxlength={2000}
              bind:value={text}
              classes={{ div: 'w-full', wrapper: `${field} w-full! min-h-11` }}
            />
          </label>
          <Button disabled={text.trim() === ''} onclick={() => void ask(current)}>Ask</Button>
        </div>
      </section>
      {#each current.document.units as unit (unit.tooth)}<HandedUnit {unit} />{/each}
    </div>
  {/if}
</div>
