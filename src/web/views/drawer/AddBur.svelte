<script lang="ts">
  import type { Schemas } from '../../api/client';

  let { onadd }: { onadd: (body: Schemas['AddBurEntry']) => Promise<boolean> } = $props();

  let code = $state('');
  let tip = $state<number | null>(null);
  let length = $state<number | null>(null);

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    if (!code.trim()) return;
    const body = { code: code.trim(), ...(tip ? { tipMm: tip } : {}), ...(length ? { lengthMm: length } : {}) };
    if (await onadd(body)) [code, tip, length] = ['', null, null];
  }
</script>

<form class="flex flex-wrap items-end gap-3" onsubmit={submit}>
  <label class="flex flex-col">
    <span class="quiet">Add by number (ISO 6360)</span>
    <input class="field w-56" placeholder="806 314 001 524 016" inputmode="numeric" maxlength="24" bind:value={code} />
  </label>
  <label class="flex flex-col">
    <span class="quiet">Tip, mm</span>
    <input class="field w-20" type="number" step="0.05" min="0.1" max="8" bind:value={tip} />
  </label>
  <label class="flex flex-col">
    <span class="quiet">Length, mm</span>
    <input class="field w-20" type="number" step="0.5" min="0.5" max="20" bind:value={length} />
  </label>
  <button class="pill" disabled={!code.trim()}>Add</button>
</form>
