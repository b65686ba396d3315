<script lang="ts">
  import Field from '../../parts/Field.svelte';
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Schemas } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { numberOf } from '../../words/typed';
  import { mm, upperFirst } from '../../words/words';
  import BurRuler from './BurRuler.svelte';

  let {
    bur,
    onchange,
    onremove,
  }: {
    bur: Schemas['DrawerBurView'];
    onchange: (what: Schemas['BurChange'], usesMost?: number) => void;
    onremove: () => void;
  } = $props();
</script>

<aside class="min-h-0 overflow-y-auto border-l border-hairline bg-leaf px-5 py-5" aria-label={bur.name}>
  <h2 class="text-[21px] leading-tight">{bur.name}</h2>
  <p class="quiet mt-1">{bur.code ? `ISO ${bur.code}` : 'No number: that of its shape is not known here'}</p>
  <p class="quiet">largest {mm(bur.largestMm)} · working part {mm(bur.lengthMm)}</p>
  {#if bur.warning}<p class="mt-2 border-l-4 border-over pl-2 text-[14px]">{bur.warning}.</p>{/if}

  <h3 class="mt-4 text-[17px] text-soft">As a ruler</h3>
  <BurRuler {bur} />
  {#each bur.sums.filter((sum) => sum.atMm === null || sum.atMm === undefined) as sum (sum.words)}
    <p class="flex items-baseline justify-between border-b border-hairline py-1">
      <span>{upperFirst(sum.words)}</span>
      <span class="measure text-[20px]">{sum.unit === 'deg' ? `${sum.value}°` : mm(sum.value)}</span>
    </p>
  {/each}

  <h3 class="mt-5 text-[17px] text-soft">Ledger</h3>
  <dl class="grid grid-cols-[1fr_auto] gap-y-1 [&_dd]:text-right">
    <dt>Pieces</dt>
    <dd class="measure text-[20px]">{bur.pieces}</dd>
    <dt>Cut with the one in use</dt>
    <dd class="measure text-[20px]">{bur.uses}{bur.usesMost ? ` of ${bur.usesMost}` : ''}</dd>
    {#if bur.usesOnPlastic > 0}
      <dt>of these on plastic</dt>
      <dd class="measure text-[20px]">{bur.usesOnPlastic}</dd>
    {/if}
    <dt>Sterilised</dt>
    <dd class="measure text-[20px]">{bur.sterilised}</dd>
    {#if bur.left !== null && bur.left !== undefined}
      <dt>Good for</dt>
      <dd class="measure text-[20px]">{bur.left}</dd>
    {/if}
  </dl>
  <label class="mt-1 flex items-center justify-between">
    <span>Limit of this practice</span>
    <Field
      class="w-20! text-right"
      inputmode="numeric"
      value={String(bur.usesMost ?? '')}
      onleave={(field) => onchange('limit', numberOf(field.value) ?? undefined)}
    />
  </label>
  <p class="quiet">How often a bur may be used is assumed; 1 is for single use. Burn marks mean worn at once.</p>
  <div class="mt-3 flex flex-wrap gap-2">
    <Button onclick={() => onchange('used-on-tooth')}>Used on a tooth</Button>
    <Button onclick={() => onchange('used-on-plastic')}>Used on plastic, dry</Button>
    <Button onclick={() => onchange('used-on-wet-plastic')}>Used on plastic, wet</Button>
    <Button onclick={() => onchange('sterilised')}>Sterilised</Button>
    {#if bur.worn}
      <Button onclick={() => onchange('not-worn')}>Not worn after all</Button>
    {:else}
      <Button onclick={() => onchange('worn')}>Worn, burn marks</Button>
    {/if}
    <Button disabled={bur.pieces === 0} onclick={() => onchange('new-piece')}>Take a new one</Button>
    <Button onclick={() => onchange('one-more')}>One more bought</Button>
    <Button disabled={bur.pieces === 0} onclick={() => onchange('one-less')}>One less</Button>
  </div>
  <LineButton class="mt-3" onclick={onremove}>Remove from the drawer</LineButton>
  {#if bur.cases.length > 0}
    <p class="quiet mt-4">Needed for {bur.cases.join(', ').toLowerCase()}.</p>
  {/if}
</aside>
