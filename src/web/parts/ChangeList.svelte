<script lang="ts">
  import type { PlanChange } from '../api/client';

  let { changes }: { changes: readonly PlanChange[] } = $props();
</script>

<ul>
  {#each changes as one (one.words + (one.after ?? one.before))}
    <li class="border-b border-hairline py-1">
      {one.words}
      <span class="measure block text-[15px]">
        {#if one.before}<s class="text-soft">{one.before}</s>{/if}
        {one.after ?? ''}
      </span>
    </li>
  {/each}
</ul>
