<script lang="ts">
  let { x, y, scale, length = 5 }: { x: number; y: number; scale: number; length?: number } = $props();

  const ticks = $derived(Array.from({ length: length + 1 }, (_, i) => i));
</script>

<g stroke="var(--ink)" stroke-width="1">
  <line x1={x} y1={y} x2={x + length * scale} y2={y} />
  {#each ticks as tick (tick)}
    <line x1={x + tick * scale} y1={y} x2={x + tick * scale} y2={y - (tick % length === 0 ? 9 : 5)} />
  {/each}
</g>
<text x={x + length * scale + 7} {y} font-size="13" fill="var(--soft)">{length} mm</text>
