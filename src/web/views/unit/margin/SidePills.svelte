<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { sides, toggled, type Side } from '../unitState.svelte';

  let { label, chosen, onchange }: { label: string; chosen: Side[] | undefined; onchange: (sides: Side[]) => void } =
    $props();
</script>

<div role="group" aria-label={label} class="py-0.5">
  <span class="block text-[14px]">{label}</span>
  {#each sides as side (side)}
    <Button
      class="mr-1.5 text-[13px] first-letter:uppercase"
      aria-pressed={chosen?.includes(side) ?? false}
      onclick={() => onchange(toggled(chosen, side))}>{side}</Button
    >
  {/each}
</div>
