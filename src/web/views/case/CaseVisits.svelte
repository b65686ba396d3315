<script lang="ts">
  import { answer, api, type Schemas } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { attempt } from '../../parts/notices.svelte';
  import VisitField from '../../parts/VisitField.svelte';
  import { time } from '../../words/times';

  let { whole, onchanged }: { whole: Schemas['CaseView']; onchanged: () => Promise<void> } = $props();

  const kinds = { assess: 'Assess', prepare: 'Prepare', 'try-in': 'Try in', cement: 'Cement', check: 'Check' } as const;
  type Kind = keyof typeof kinds;

  let visits = $state<Schemas['VisitView'][]>([]);
  let free = $state<{ visit: string; times: string[] } | null>(null);
  let adding = $state(false);

  $effect(() => {
    void whole;
    void load();
  });

  async function load() {
    const params = { path: { id: whole.id } };
    visits = (await attempt(answer(api.GET('/api/cases/{id}/all-visits', { params }))))?.visits ?? [];
  }

  async function change(visit: Schemas['VisitView'], body: Schemas['VisitEntry']) {
    const params = { path: { id: visit.id } };
    const view = await attempt(
      answer(api.PUT('/api/visits/{id}', { params, body: { ...body, version: visit.version } })),
    );
    free = null;
    if (view) await onchanged();
    else await load();
  }

  async function add(kind: Kind) {
    adding = false;
    const params = { path: { id: whole.id } };
    if (await attempt(answer(api.POST('/api/cases/{id}/all-visits', { params, body: { kind } })))) await onchanged();
  }

  async function takeOff(visit: Schemas['VisitView']) {
    const params = { path: { id: visit.id } };
    if (await attempt(answer(api.DELETE('/api/visits/{id}', { params })))) await onchanged();
  }

  async function offer(visit: Schemas['VisitView']) {
    const params = { path: { id: visit.id } };
    const view = await attempt(answer(api.GET('/api/visits/{id}/free-times', { params })));
    if (view) free = { visit: visit.id, times: view.times };
  }

  const told = (at: string) =>
    `${new Date(at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })}, ${time(new Date(at))}`;
</script>

<section aria-label="Visits">
  {#each visits as visit (visit.id)}
    <div class="border-t border-hairline py-2">
      <p class="flex items-baseline justify-between">
        <span class="font-plate text-[17px]">{visit.name}</span>
        {#if visit.doneAt}<span class="text-done text-[13px]">done</span>
        {:else if visits.length > 1}<LineButton class="text-[13px]" onclick={() => void takeOff(visit)}
            >Take off</LineButton
          >{/if}
      </p>
      {#if visit.doneAt}
        <p class="quiet">{visit.at ? told(visit.at) : ''}</p>
      {:else}
        <VisitField value={visit.at} onset={(at) => void change(visit, at ? { at } : { noTime: true })} />
        {#if free?.visit === visit.id}
          <p class="mt-1 flex flex-wrap gap-x-3">
            {#each free.times as at (at)}<LineButton class="text-[13px]" onclick={() => void change(visit, { at })}
                >{told(at)}</LineButton
              >{:else}<span class="quiet">Nothing free in four weeks.</span>{/each}
          </p>
        {:else}
          <p class="flex justify-between gap-2">
            <LineButton class="text-[13px]" onclick={() => void offer(visit)}>Free times</LineButton>
            <LineButton class="text-plum text-[13px]" href="/chair/{visit.id}">To the chair</LineButton>
          </p>
        {/if}
      {/if}
    </div>
  {/each}
  {#if adding}
    <p class="flex flex-wrap gap-x-3">
      {#each Object.entries(kinds) as [kind, words] (kind)}
        <LineButton onclick={() => void add(kind as Kind)}>{words}</LineButton>
      {/each}
    </p>
  {:else}
    <LineButton onclick={() => (adding = true)}>Another visit</LineButton>
  {/if}
</section>
