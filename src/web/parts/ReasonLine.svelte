<script lang="ts">
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
  <form class="mt-1 flex gap-2" onsubmit={submit}>
    <input class="field min-w-0 flex-1" aria-label={label} placeholder="Reason" maxlength="200" bind:value={reason} />
    <button class="pill text-[13px]" disabled={!reason.trim()}>All the same</button>
  </form>
{/if}
