<script lang="ts">
  let { ondrop }: { ondrop: (files: File[]) => void } = $props();

  let dragged = $state(false);
  const holds = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
</script>

<svelte:window
  ondragover={(event) => {
    if (!holds(event)) return;
    event.preventDefault();
    dragged = true;
  }}
  ondragleave={(event) => event.relatedTarget === null && (dragged = false)}
  ondrop={(event) => {
    if (!holds(event)) return;
    event.preventDefault();
    dragged = false;
    const files = [...(event.dataTransfer?.files ?? [])];
    if (files.length > 0) ondrop(files);
  }}
/>

{#if dragged}
  <div
    class="pointer-events-none fixed inset-3 z-20 grid place-items-center border-2 border-dashed border-plum bg-paper/85"
  >
    <p class="font-plate text-[26px]">Drop the scans here: before, after, the other jaw</p>
  </div>
{/if}
