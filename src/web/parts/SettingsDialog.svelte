<script lang="ts">
  import Radio from 'flowbite-svelte/Radio.svelte';
  import Select from 'flowbite-svelte/Select.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import type { Settings } from '../api/client';
  import { mm } from '../words/words';
  import { changed } from './changed.svelte';
  import { attempt } from './notices.svelte';
  import { shared } from './shared.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();

  const notations = [
    { value: 'iso', words: 'Two digits, ISO 3950', example: '36' },
    { value: 'universal', words: 'Universal', example: '#19' },
    { value: 'quadrant', words: 'Quadrant bracket', example: '⎾6' },
  ] as const;

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
        {notation.words} <span class="measure ml-auto text-soft">{notation.example}</span>
      </Radio>
    {/each}
  </fieldset>
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
  {#if shared.reference}
    <p class="quiet">
      {shared.reference.protocol}, version {shared.reference.protocolVersion}. {shared.reference.sourcesRemark}
    </p>
  {/if}
</Modal>
