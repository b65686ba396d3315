<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Unit } from '../../../api/client';
  import ChangeList from '../../../parts/ChangeList.svelte';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, kept }: { unitState: UnitState; kept: NonNullable<Unit['keptOtherwise']> } = $props();

  const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
</script>

<!-- Above the depth: whoever cuts by it must know that it is not the one that was kept. -->
<details class="mb-3 border-l-4 border-(--over-mark) pl-3 text-[14px]">
  <summary class="min-h-8 cursor-pointer">
    Kept on {day.format(new Date(kept.madeAt))} with other numbers; what stands here is reckoned by today’s program.
  </summary>
  <ChangeList changes={kept.changes} />
  <Button class="mt-2" onclick={() => unitState.change({})}>Keep today’s too</Button>
</details>
