<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import type { HTMLInputAttributes } from 'svelte/elements';

  import { field } from './theme';

  let {
    value,
    multiline = false,
    class: own = '',
    onleave,
    ...rest
  }: Pick<
    HTMLInputAttributes,
    'aria-label' | 'inputmode' | 'maxlength' | 'onfocus' | 'onkeydown' | 'placeholder' | 'title' | 'type'
  > & {
    value: string;
    multiline?: boolean;
    class?: string;
    /** What was typed, once the field is left or Enter pressed. */
    onleave: (field: HTMLInputElement | HTMLTextAreaElement) => void;
  } = $props();

  // What stands is shown when it changes, and not merely when it was fetched again: that would take away what is being typed.
  const standing = $derived(value);
  let typed = $derived(standing);

  function leave(event: Event) {
    onleave(event.target as HTMLInputElement | HTMLTextAreaElement);
  }
</script>

{#if multiline}
  <Textarea
    aria-label={rest['aria-label']}
    maxlength={rest.maxlength}
    bind:value={typed}
    classes={{ div: 'w-full', wrapper: `${field} ${own}` }}
    onchange={leave}
  />
{:else}
  <Input {...rest as Record<string, unknown>} bind:value={typed} class={own} onchange={leave} />
{/if}
