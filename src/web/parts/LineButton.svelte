<script lang="ts">
  import type { ButtonProps } from 'flowbite-svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { line } from './theme';

  let { children, class: own = '', ...rest }: ButtonProps = $props();
</script>

<Button {...rest} class="{line} {own}">{@render children?.()}</Button>
