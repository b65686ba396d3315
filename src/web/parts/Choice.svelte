<script lang="ts" generics="T extends string">
  import Select from 'flowbite-svelte/Select.svelte';
  import type { Choosing } from './fields';

  let { title, options, value, onpick }: Choosing<T> = $props();

  const note = $derived(options.find((option) => option.value === value)?.note);
</script>

<!-- One of several, in the room of one. -->
<label class="block min-w-0 {note ? '' : 'mb-2'}">
  <span class="quiet block">{title}</span>
  <Select
    placeholder=""
    classes={{ select: 'w-full! pr-7 text-ellipsis' }}
    bind:value={
      () => value,
      (picked) => {
        if (picked !== value) onpick(picked);
      }
    }
  >
    {#each options as option (option.value)}
      <option value={option.value}>{option.words.charAt(0).toUpperCase() + option.words.slice(1)}</option>
    {/each}
  </Select>
</label>
{#if note}<p class="quiet mb-2 leading-tight">{note}</p>{/if}
