<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { route } from '../../router';
</script>

<svelte:head><title>Not here · Dentelle</title></svelte:head>

<div class="px-8 py-7">
  <h1 class="text-[34px] leading-none">Nothing is here</h1>
  <p class="mt-4">“{route.pathname}” is no address of this practice. What was there may have been taken away.</p>
  <p class="mt-5 flex gap-3">
    <Button href="/">To the day</Button>
    <Button href="/find">Find a case</Button>
  </p>
</div>
