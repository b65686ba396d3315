<script lang="ts">
  import { change, mm } from '../words/words';

  let {
    label,
    value,
    least,
    signed = false,
    by: size = 0.1,
    empty = 'not read',
    stacked = false,
    onstep,
  }: {
    label: string;
    value: number | null;
    least?: number;
    signed?: boolean;
    /** What one tap adds. */
    by?: number;
    /** What is shown where there is no value. */
    empty?: string;
    /** Label above the buttons, for narrow columns. */
    stacked?: boolean;
    onstep: (value: number) => void;
  } = $props();

  function step(by: number) {
    const next = Math.round(((value ?? 0) + by) * 100) / 100;
    onstep(least === undefined ? next : Math.max(least, next));
  }
</script>

<div class={stacked ? 'py-0.5' : 'flex items-center justify-between'} role="group" aria-label={label}>
  <span class="first-letter:uppercase {stacked ? 'block text-[14px]' : ''}">{label}</span>
  <span class="flex items-center {stacked ? 'justify-between' : ''}">
    <button class="pill min-w-11 text-center" aria-label="{label} less" onclick={() => step(-size)}>−</button>
    <output class="measure min-w-20 px-1 text-center text-[18px]">
      {value === null ? empty : signed ? change(value) : mm(value)}
    </output>
    <button class="pill min-w-11 text-center" aria-label="{label} more" onclick={() => step(size)}>+</button>
  </span>
</div>
