<script lang="ts">
  import Radio from 'flowbite-svelte/Radio.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import type { Settings } from '../api/client';
  import { days } from '../words/habits.svelte';
  import { mm, upperFirst } from '../words/words';
  import { changed } from './changed.svelte';
  import LineButton from './LineButton.svelte';
  import { attempt } from './notices.svelte';
  import { shared } from './shared.svelte';
  import ToothName from './ToothName.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();

  const notations = [
    { value: 'iso', words: 'Two digits, ISO 3950', example: '36' },
    { value: 'universal', words: 'Universal', example: '#19' },
    { value: 'quadrant', words: 'Quadrant bracket', example: '⎾6' },
  ] as const;

  const hours = [
    { twelve: false, words: 'Twenty-four hours', example: '14:30' },
    { twelve: true, words: 'Twelve hours', example: '2:30 pm' },
  ];

  async function save(part: Partial<Settings>) {
    // What is on screen was written in the old notation.
    if ((await attempt(shared.save(part))) !== null) changed.settings++;
  }
</script>

<Modal
  bind:open
  size="sm"
  class="dialog"
  title="Settings"
  classes={{ header: 'text-ink border-hairline', body: 'text-ink' }}
>
  <fieldset class="flex flex-col gap-2">
    <legend class="mb-2 font-semibold">Teeth are written</legend>
    {#each notations as notation (notation.value)}
      <Radio
        name="notation"
        value={notation.value}
        group={shared.settings.notation}
        onchange={() => save({ notation: notation.value })}
      >
        {notation.words}
        <span class="measure ml-auto text-soft"><ToothName written={notation.example} /></span>
      </Radio>
    {/each}
  </fieldset>
  <fieldset class="flex flex-col gap-2">
    <legend class="mb-2 font-semibold">Times are written</legend>
    {#each hours as choice (choice.words)}
      <Radio
        name="hours"
        value={choice.words}
        group={shared.settings.twelveHours === choice.twelve ? choice.words : ''}
        onchange={() => save({ twelveHours: choice.twelve })}
      >
        {choice.words} <span class="measure ml-auto text-soft">{choice.example}</span>
      </Radio>
    {/each}
  </fieldset>
  <label class="flex flex-col gap-2">
    <span class="font-semibold">A week begins on</span>
    <Select
      placeholder=""
      value={shared.settings.weekStart}
      onchange={(event) => save({ weekStart: event.currentTarget.value as Settings['weekStart'] })}
    >
      {#each days as name (name)}<option value={name}>{upperFirst(name)}</option>{/each}
    </Select>
  </label>
  <p class="quiet">
    Lengths are in millimetres, angles in degrees: burs, gauges and materials are marked so everywhere.
  </p>
  <label class="flex flex-col gap-2">
    <span class="font-semibold">Bur in hand</span>
    <Select
      placeholder=""
      value={shared.settings.burTipMm ?? ''}
      onchange={(event) =>
        save({ burTipMm: event.currentTarget.value ? Number(event.currentTarget.value) : undefined })}
    >
      <option value="">The one of the step</option>
      {#each shared.reference?.burs ?? [] as bur (bur.id)}
        <option value={bur.tipMm}>{bur.name} ({mm(bur.tipMm)} mm)</option>
      {/each}
    </Select>
    <span class="quiet">Corrections are told in widths of this bur.</span>
  </label>
  <LineButton class="self-start" onclick={() => shared.switchTheme()}>
    {shared.theme === 'chair' ? 'Desk' : 'Chair'} screen
  </LineButton>
  <div class="flex flex-wrap gap-x-5 border-t border-hairline pt-3">
    <LineButton href="/api/export.zip" download>Take everything along as a ZIP</LineButton>
  </div>
  {#if shared.reference}
    <p class="quiet">
      {shared.reference.protocol}, version {shared.reference.protocolVersion}. {shared.reference.sourcesRemark}
    </p>
  {/if}
</Modal>
