<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  let { label, given, onreason }: { label: string; given?: string | null; onreason: (reason: string) => void } =
    $props();

  let reason = $state('');

  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (reason.trim()) onreason(reason.trim());
  }
</script>

{#if given}
  <p class="quiet">Done all the same: {given}</p>
{:else}
  <form class="mt-1 flex flex-wrap gap-2" onsubmit={submit}>
    <Input class="min-w-40 flex-1" aria-label={label} placeholder="Reason" maxlength={500} bind:value={reason} />
    <Button type="submit" class="text-[13px]" disabled={!reason.trim()}>All the same</Button>
  </form>
{/if}
