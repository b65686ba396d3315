<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import { notices } from '../../parts/notices.svelte';
  import { optionalNumberOf } from '../../words/typed';
  import type { Schemas } from '../../api/client';

  let { onadd }: { onadd: (body: Schemas['AddBurEntry']) => Promise<boolean> } = $props();

  let code = $state('');
  let tip = $state('');
  let length = $state('');

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    if (!code.trim()) return;
    const [tipMm, lengthMm] = [tip, length].map(optionalNumberOf);
    if (Number.isNaN(tipMm) || Number.isNaN(lengthMm)) {
      notices.warn('Tip and length are lengths in millimetres, such as 1.4.');
      return;
    }
    if (await onadd({ code: code.trim(), tipMm, lengthMm })) code = tip = length = '';
  }
</script>

<form class="flex flex-wrap items-end gap-3" onsubmit={submit}>
  <label class="flex flex-col">
    <span class="quiet">Add by number (ISO 6360)</span>
    <Input class="w-56!" placeholder="806 314 001 524 016" inputmode="numeric" maxlength={24} bind:value={code} />
  </label>
  <label class="flex flex-col">
    <span class="quiet">Tip, mm</span>
    <Input class="w-20!" inputmode="decimal" bind:value={tip} />
  </label>
  <label class="flex flex-col">
    <span class="quiet">Length, mm</span>
    <Input class="w-20!" inputmode="decimal" bind:value={length} />
  </label>
  <Button type="submit" disabled={!code.trim()}>Add</Button>
</form>
