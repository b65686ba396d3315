<script lang="ts">
  import { change, mm } from '../../parts/words';

  let {
    label,
    value,
    least,
    signed = false,
    onstep,
  }: {
    label: string;
    value: number | null;
    least?: number;
    signed?: boolean;
    onstep: (value: number) => void;
  } = $props();

  const tenth = 0.1;

  function step(by: number) {
    const next = Math.round(((value ?? 0) + by) * 10) / 10;
    onstep(least === undefined ? next : Math.max(least, next));
  }
</script>

<div class="flex items-center justify-between" role="group" aria-label={label}>
  <span>{label}</span>
  <span class="flex items-center">
    <button class="pill min-w-11 text-center" aria-label="{label} less" onclick={() => step(-tenth)}>−</button>
    <output class="measure min-w-20 px-1 text-center text-[18px]">
      {value === null ? 'not read' : signed ? change(value) : mm(value)}
    </output>
    <button class="pill min-w-11 text-center" aria-label="{label} more" onclick={() => step(tenth)}>+</button>
  </span>
</div>
