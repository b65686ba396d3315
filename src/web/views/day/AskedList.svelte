<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { plain, upperFirst } from '../../words/words';

  let { asked }: { asked: Schemas['AskedView'][] } = $props();

  const cases = $derived(Object.values(Object.groupBy(asked, (query) => query.caseId)).map((own) => own ?? []));
</script>

<section class="mt-6" aria-label="The laboratory asks">
  <h2 class="border-b border-firm pb-1 text-[19px] text-critical">The laboratory asks</h2>
  {#each cases as own (own[0]!.caseId)}
    <a
      href="/case/{own[0]!.caseId}/hand-over"
      class="grid min-h-12 grid-cols-[4.8rem_11rem_1fr] items-baseline gap-x-5 border-b border-hairline py-2.5 hover:bg-leaf xl:grid-cols-[4.8rem_15rem_1fr]"
    >
      <span class="measure text-[20px]">{own[0]!.number}</span>
      <span class="text-[19px] leading-tight wrap-anywhere">{own[0]!.patient}</span>
      <span>
        {#each own.slice(0, 4) as query (query.id)}
          <span class="block"
            ><span class="measure text-number">{query.tooth}</span>
            <span class="font-semibold">{upperFirst(plain(query.kind))}</span>: {query.text}</span
          >
        {/each}
        {#if own.length > 4}<span class="quiet">{own.length - 4} more</span>{/if}
      </span>
    </a>
  {/each}
</section>
