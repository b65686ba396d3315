<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { numberOf } from '../words/typed';
  import { change, mm } from '../words/words';
  import Field from './Field.svelte';
  import { leaveOnEnter, selectAll } from './fields';
  import { notices } from './notices.svelte';
  import { inPlace } from './theme';

  let {
    label,
    value,
    least = -Infinity,
    most = Infinity,
    signed = false,
    by: size = 0.1,
    empty = 'not read',
    tight = false,
    onstep,
  }: {
    label: string;
    value: number | null;
    least?: number;
    most?: number;
    signed?: boolean;
    /** What one tap adds. */
    by?: number;
    /** What is shown where there is no value. */
    empty?: string;
    /** Small buttons, where many stand together. */
    tight?: boolean;
    onstep: (value: number) => void;
  } = $props();

  const said = $derived(value === null ? '' : signed ? change(value) : mm(value));

  function set(wanted: number) {
    const next = Math.round(wanted * 100) / 100;
    onstep(Math.min(most, Math.max(least, next)));
  }

  function type(field: { value: string }) {
    const typed = numberOf(field.value);
    if (typed !== null) set(typed);
    else if (field.value.trim() !== '') notices.warn(`“${field.value}” is no number.`);
    // What stands is shown, until an answer changes it; an emptied field goes back to it.
    field.value = said;
  }
</script>

<div class="flex items-center justify-between gap-2" role="group" aria-label={label}>
  <span class="min-w-0 first-letter:uppercase {tight ? 'text-[14px] leading-tight' : ''}">{label}</span>
  <span class="flex items-center">
    <Button
      class={tight ? 'min-h-9 min-w-9 px-0! text-center' : 'min-w-11 text-center'}
      aria-label="{label} less"
      onclick={() => set((value ?? 0) - size)}>−</Button
    >
    <Field
      class="measure {inPlace} {tight ? 'w-13! text-[16px]' : 'w-20! text-[18px]'} border-transparent px-1 text-center"
      aria-label={label}
      inputmode="decimal"
      placeholder={empty}
      value={said}
      onleave={type}
      onfocus={selectAll}
      onkeydown={leaveOnEnter}
    />
    <Button
      class={tight ? 'min-h-9 min-w-9 px-0! text-center' : 'min-w-11 text-center'}
      aria-label="{label} more"
      onclick={() => set((value ?? 0) + size)}>+</Button
    >
  </span>
</div>
