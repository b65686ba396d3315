<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api, Refusal, type Schemas } from '../../api/client';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { undo } from '../../parts/undo.svelte';

  let { whole, onchanged }: { whole: Schemas['CaseView']; onchanged: () => Promise<void> } = $props();

  let proposal = $state<Schemas['SplitView'] | null>(null);
  let splitting = $state(false);

  const path = $derived({ params: { path: { id: whole.id } } });
  const written = (tooth: string) => whole.units.find((unit) => unit.tooth === tooth)?.written ?? tooth;
  const minutes = $derived(proposal?.visits.reduce((sum, visit) => sum + visit.minutes, 0) ?? 0);

  // A single tooth is never spread; where nothing can be reckoned nothing is proposed.
  const teeth = $derived(whole.units.map((unit) => `${unit.id} ${unit.what} ${unit.material}`).join());
  $effect(() => {
    void teeth;
    proposal = null;
    if (whole.units.length < 2) return;
    answer(api.GET('/api/cases/{id}/visits', path))
      .then((view) => (proposal = view))
      .catch((error: unknown) => {
        if (!(error instanceof Refusal)) throw error;
      });
  });

  async function split(visits: Schemas['SplitVisit'][]) {
    splitting = true;
    const body = { visits: visits.map((visit) => visit.units) };
    const done = await attempt(answer(api.POST('/api/cases/{id}/visits', { ...path, body })));
    splitting = false;
    if (!done) return;
    undo.add('spreading over visits', () => join(body.visits.slice(1), done.cases.slice(1)));
    notices.say(
      `${done.cases.length - 1} more ${done.cases.length === 2 ? 'case was' : 'cases were'} begun; agree their visits.`,
    );
    await onchanged();
  }

  /** Teeth go back to this case, and the cases that are empty then go away. */
  async function join(visits: string[][], cases: string[]) {
    for (const [i, units] of visits.entries()) {
      for (const id of units)
        await attempt(
          answer(api.PUT('/api/units/{id}/case', { params: { path: { id } }, body: { caseId: whole.id } })),
        );
      await attempt(answer(api.DELETE('/api/cases/{id}', { params: { path: { id: cases[i]! } } })));
    }
    await onchanged();
  }
</script>

{#if proposal && proposal.visits.length > 1}
  <section class="mt-4 border-l-4 border-(--over-mark) pl-4" aria-label="Visits">
    <p>
      <strong>Longer than one visit.</strong> Spread over {proposal.visits.length} it is {minutes} min in all, where teeth
      allow it none over {proposal.mostMinutes}:
    </p>
    <ul class="mt-1 flex flex-wrap gap-x-8 gap-y-1">
      {#each proposal.visits as visit, i (visit.units.join())}
        <li>
          <span class="quiet">visit {i + 1}</span>
          <span class="measure text-[19px]">{visit.teeth.map(written).join(' ')}</span>
          <span class="quiet">{visit.minutes} min</span>
        </li>
      {/each}
    </ul>
    <Button class="mt-2" disabled={splitting} onclick={() => split(proposal!.visits)}>Spread it so</Button>
  </section>
{/if}
