<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Datepicker from 'flowbite-svelte/Datepicker.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import LineButton from './LineButton.svelte';
  import { days, habits } from '../words/habits.svelte';
  import { moment, readTime, thisMorning, time } from '../words/times';

  let { value, onset }: { value: string | null | undefined; onset: (at: string | null) => void } = $props();

  let open = $state(false);
  let day = $state<Date>();
  let hour = $state('');
  let wrong = $state(false);

  const at = $derived(value ? new Date(value) : null);
  const shown = $derived(
    at?.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' }),
  );

  function begin() {
    day = at ?? thisMorning();
    hour = time(day);
    wrong = false;
    open = true;
  }

  function set(event: SubmitEvent) {
    event.preventDefault();
    const read = readTime(hour);
    wrong = !read || !day;
    if (!read || !day) return;
    open = false;
    onset(moment(day, read));
  }
</script>

<div role="group" aria-label="Visit">
  <Button class="w-full text-left" aria-expanded={open} onclick={() => (open ? (open = false) : begin())}>
    {#if at}
      <span class="block whitespace-nowrap">{shown}</span>
      <span class="measure block text-[19px] leading-tight">{time(at)}</span>
    {:else}
      No visit agreed
    {/if}
  </Button>
  {#if open}
    <form class="picker mt-2 flex flex-col gap-2" onsubmit={set}>
      <Datepicker
        inline
        bind:value={day}
        locale="en-GB"
        firstDayOfWeek={days.indexOf(habits.weekStart) as 0 | 1 | 2 | 3 | 4 | 5 | 6}
      />
      <label class="flex items-center gap-2 text-[14px]">
        at <Input class="measure w-24!" aria-invalid={wrong} bind:value={hour} />
        <Button type="submit">Set</Button>
      </label>
      {#if wrong}<p class="text-[13px] text-critical" role="alert">
          “{hour}” is no time: write it like {habits.twelveHours ? '2:30 pm' : '14:30'}.
        </p>{/if}
      {#if at}
        <LineButton
          class="self-start"
          onclick={() => {
            open = false;
            onset(null);
          }}>No visit</LineButton
        >
      {/if}
    </form>
  {/if}
</div>

<style>
  /* The calendar of the library, as a leaf of this plate. */
  .picker :global(div:has(> [role='grid'])),
  .picker :global(div.inline-block) {
    width: 100%;
    padding: 0;
    background: transparent;
    box-shadow: none;
  }
  .picker :global([role='grid']) {
    width: 100%;
    gap: 0;
  }
  .picker :global(button) {
    color: var(--ink);
    background: transparent;
  }
  .picker :global([role='grid'] button) {
    height: 32px;
    border-radius: 4px;
    font-weight: 400;
  }
  .picker :global([role='grid'] button[aria-selected='true']) {
    background: var(--plum);
    color: var(--on-plum);
  }
  .picker :global([role='columnheader']),
  .picker :global(h3) {
    color: var(--soft);
    background: transparent;
  }
</style>
