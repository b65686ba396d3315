<script lang="ts">
  import type { Schemas } from '../../../api/client';
  import { change, mm, standing } from '../../../words/words';

  let {
    reasons,
    effects = true,
  }: {
    reasons: readonly Schemas['ReasonDocument'][];
    /** Whether what each sets or adds is told; not where they are about several numbers. */
    effects?: boolean;
  } = $props();
</script>

{#each reasons as reason, i (i)}
  <div class="grid grid-cols-[1fr_auto] gap-x-3 border-b border-hairline py-1.5">
    <dt>
      {reason.text}
      <span class="quiet block">{reason.source === 'P' ? '' : `${reason.source} · `}{standing(reason.standing)}</span>
    </dt>
    <dd class="measure text-[17px]">
      {!effects || reason.effect == null ? '' : i === 0 ? mm(reason.effect) : change(reason.effect)}
    </dd>
  </div>
{/each}
