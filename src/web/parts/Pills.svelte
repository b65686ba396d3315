<script lang="ts" generics="T extends string">
  import Button from 'flowbite-svelte/Button.svelte';
  import Tooltip from 'flowbite-svelte/Tooltip.svelte';
  import type { Choosing } from './fields';

  let { title, options, value, onpick }: Choosing<T> = $props();
</script>

<div role="group" aria-label={title} class="mb-3">
  <p class="quiet mb-1">{title}</p>
  <div class="flex flex-wrap gap-1.5">
    {#each options as option (option.value)}
      <Button
        class="text-[13px] first-letter:uppercase"
        aria-pressed={option.value === value}
        onclick={() => option.value !== value && onpick(option.value)}>{option.words}</Button
      >
      {#if option.note}
        <Tooltip type="custom" arrow={false} placement="right" class="dialog max-w-64 px-3 py-2 text-[13px]"
          >{option.note}</Tooltip
        >
      {/if}
    {/each}
  </div>
</div>
