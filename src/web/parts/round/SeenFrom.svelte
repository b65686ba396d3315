<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Side } from '../../scene/turntable';
  import type { RoundState } from './roundState.svelte';

  let {
    round,
    sides = ['facial', 'mesial', 'lingual', 'distal', 'above'],
    label = 'Seen from',
  }: { round: RoundState; sides?: readonly Side[]; label?: string } = $props();
</script>

<span class="flex flex-wrap gap-1 text-[13px]" role="group" aria-label={label}>
  {#each sides as side (side)}
    <Button
      class="px-1.5 first-letter:uppercase"
      aria-pressed={round.facing === side}
      onclick={() => round.lookFrom(side)}>{side}</Button
    >
  {/each}
</span>
