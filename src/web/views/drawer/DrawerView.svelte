<script lang="ts">
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import BurFigure from '../../figures/BurFigure.svelte';
  import { changed } from '../../parts/changed.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { remove } from '../../parts/removal.svelte';
  import { undo } from '../../parts/undo.svelte';
  import { mm, plain, upperFirst } from '../../words/words';
  import AddBur from './AddBur.svelte';
  import { askAgain, countingWords } from '../../parts/counting';
  import BurPanel from './BurPanel.svelte';

  let drawer = $state<Schemas['DrawerView'] | null>(null);
  let problem = $state<string | null>(null);
  let picked = $state('');

  const groups = $derived(Object.entries(Object.groupBy(drawer?.burs ?? [], (bur) => bur.familyWords)));
  const current = $derived(drawer?.burs.find((bur) => bur.id === picked) ?? drawer?.burs[0]);

  $effect(() => askAgain(drawer, load));

  $effect(() => {
    void changed.bin;
    load();
  });

  function load() {
    answer(api.GET('/api/drawer'))
      .then((view) => (drawer = view))
      .catch((error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
        problem = error.message;
      });
  }

  async function change(burId: string, what: Schemas['BurChange'], usesMost?: number) {
    const body = { what, ...(usesMost === undefined || Number.isNaN(usesMost) ? {} : { usesMost }) };
    const call = answer(api.POST('/api/drawer/burs/{burId}/changes', { params: { path: { burId } }, body }));
    const view = await attempt(call, 'bur');
    if (!view) return;
    drawer = view;
    const name = view.burs.find((bur) => bur.id === burId)?.name ?? 'a bur';
    if (what !== 'undo') undo.add(`${plain(what)}, ${name}`, () => change(burId, 'undo'));
  }

  async function take(burId: string) {
    await remove(answer(api.DELETE('/api/drawer/burs/{burId}', { params: { path: { burId } } })));
  }

  async function add(body: Schemas['AddBurEntry']): Promise<boolean> {
    const known = new Set(drawer?.burs.map((bur) => bur.id));
    const added = await attempt(answer(api.POST('/api/drawer/burs', { body })));
    if (!added) return false;
    drawer = added;
    const fresh = added.burs.find((bur) => !known.has(bur.id));
    if (fresh) {
      picked = fresh.id;
      notices.say(`${fresh.name} is in the drawer.`);
    }
    return true;
  }
</script>

<svelte:head><title>Drawer · Dentelle</title></svelte:head>

{#if problem}
  <p class="m-10 border-l-4 border-critical pl-4">{problem}</p>
{:else if drawer}
  <div class="grid h-full grid-cols-[minmax(0,1fr)_292px] xl:grid-cols-[minmax(0,1fr)_340px]">
    <div class="min-h-0 overflow-y-auto px-8 pt-5 pb-10">
      <div class="flex flex-wrap items-end gap-x-8 gap-y-3">
        <h1 class="text-[34px] leading-none">Drawer</h1>
        <AddBur onadd={add} />
      </div>
      {#if drawer.counting > 0}<p class="quiet mt-3" role="status">{countingWords(drawer.counting)}</p>{/if}
      {#if drawer.shortages.length > 0 || drawer.missing.length > 0}
        <section class="mt-5" aria-label="For the planned cases">
          <h2 class="text-[19px] text-soft">For the planned cases</h2>
          {#each drawer.shortages as shortage (shortage)}
            <p class="mt-1 border-l-4 border-over pl-3">{shortage}</p>
          {/each}
          {#each drawer.missing as missing (missing.wanted + missing.instead)}
            <p class="mt-1 border-l-4 border-over pl-3">
              Not there: {missing.wanted} ({missing.cases.join(', ').toLowerCase()}).
              <span class="text-soft">Instead {missing.instead}.</span>
            </p>
          {/each}
        </section>
      {/if}
      <p class="quiet mt-4">Under each bur its tip, and how much of its life is used up.</p>
      <div class="mt-1 grid items-start gap-x-8 xl:grid-cols-2">
        {#each groups as [family, burs] (family)}
          <section class="grid h-full grid-cols-[6.5rem_minmax(0,1fr)] items-center border-t border-hairline py-1.5">
            <h2 class="pr-3 text-[17px] leading-tight text-soft">{upperFirst(family)}</h2>
            <div class="flex flex-wrap gap-x-1">
              {#each burs ?? [] as bur (bur.id)}
                <button
                  class="bur flex w-[70px] flex-col items-center pt-1 pb-1"
                  class:picked={bur.id === current?.id}
                  class:gone={bur.pieces === 0}
                  aria-pressed={bur.id === current?.id}
                  aria-label="{bur.name}, {bur.pieces} there{bur.warning ? `, ${bur.warning}` : ''}"
                  onclick={() => (picked = bur.id)}
                >
                  <BurFigure shape={bur.shape} scale={4.4} height={80} width={44} />
                  <span class="measure text-[17px] leading-none"
                    >{bur.family === 'depth-ring' || bur.family === 'neck-ball'
                      ? mm(bur.sums[0]?.value ?? 0)
                      : bur.tipMm < 0.5
                        ? mm(bur.largestMm)
                        : mm(bur.tipMm)}</span
                  >
                  <span class="spent" aria-hidden="true"
                    ><span style:width="{Math.min(100, (bur.spent ?? 0) * 100)}%" class:worn={bur.warning}></span></span
                  >
                  <span class="text-[13px] leading-tight whitespace-nowrap {bur.warning ? 'text-over' : 'text-soft'}"
                    >{bur.worn
                      ? 'worn'
                      : bur.pieces === 0
                        ? 'none'
                        : bur.usesMost
                          ? `${bur.uses} of ${bur.usesMost}`
                          : `${bur.uses} ×`}{bur.pieces > 1 ? ` · ${bur.pieces}` : ''}</span
                  >
                </button>
              {/each}
            </div>
          </section>
        {/each}
      </div>
      <p class="quiet mt-8 max-w-3xl">{drawer.remark}</p>
    </div>
    {#if current}
      <BurPanel
        bur={current}
        onchange={(what, limit) => void change(current.id, what, limit)}
        onremove={() => void take(current.id)}
      />
    {/if}
  </div>
{/if}

<style>
  .bur {
    border-bottom: 3px solid transparent;
  }
  .bur:hover {
    background: var(--leaf);
  }
  .bur.picked {
    border-color: var(--plum);
    background: var(--leaf);
  }
  .bur.gone {
    opacity: 0.45;
  }
  .spent {
    display: block;
    width: 48px;
    height: 8px;
    margin-top: 4px;
    border: 1px solid var(--firm);
    background: var(--leaf);
  }
  .spent span {
    display: block;
    height: 100%;
    background: var(--hatch);
  }
  .spent .worn {
    background: var(--over-mark);
  }
</style>
