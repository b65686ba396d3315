<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Schemas } from '../api/client';
  import { mm, plain } from '../words/words';
  import RoomStrip from './RoomStrip.svelte';

  let { unit, children }: { unit: Schemas['HandOverUnit']; children?: Snippet } = $props();

  const facts = $derived([
    ['shade', unit.needsShade ? (unit.shade ?? 'not given') : 'metal'],
    ['stump', unit.stumpShade ?? '–'],
    ['path', unit.pathWords],
    ['convergence', unit.tocDeg ? `${unit.tocDeg.target}°` : '–'],
  ]);
  const isMeasured = $derived(unit.margin.some((piece) => piece.measuredWidthMm != null));
</script>

<section class="mt-6" aria-label="{unit.tooth} {unit.what}">
  <h2 class="flex flex-wrap items-baseline gap-x-4 border-b border-firm pb-1">
    <span class="measure text-[34px] leading-none text-number">{unit.tooth}</span>
    <span class="text-[21px]">{unit.what}</span>
    {#if unit.bridgeWith && unit.bridgeWith.length > 0}
      <span class="quiet">one piece with {unit.bridgeWith.join(', ')}</span>
    {/if}
  </h2>
  <dl class="mt-2 flex flex-wrap gap-x-9 gap-y-1">
    {#each facts as [name, value] (name)}
      <div>
        <dt class="quiet">{name}</dt>
        <dd class="font-plate text-[21px]" class:text-critical={value === 'not given'}>{value}</dd>
      </div>
    {/each}
  </dl>
  {#if unit.warnings.length > 0}
    <ul class="mt-3 border-l-4 border-critical pl-3">
      {#each unit.warnings as warning, i (i)}<li>{warning}</li>{/each}
    </ul>
  {/if}
  {#if unit.margin.length > 0}
    <table class="mt-3 w-full table-fixed text-center text-[14px]">
      <caption class="quiet text-left">
        margin: design, width planned{isMeasured ? ', width as cut' : ''}, level over the gum
      </caption>
      <tbody>
        <tr class="quiet">
          {#each unit.margin as piece (piece.segment)}<td>{plain(piece.segment)}</td>{/each}
        </tr>
        <tr>
          {#each unit.margin as piece (piece.segment)}
            <td class="align-top leading-tight">
              <span class="measure text-[19px]">{mm(piece.widthMm)}</span>
              {#if piece.measuredWidthMm != null}<span class="measure text-plum"
                  >{piece.measuredWidthMm.toFixed(2)}</span
                >{/if}
              <span class="block">{plain(piece.design)}</span>
              <span class="quiet block"
                >{piece.levelMm === 0
                  ? 'with gum'
                  : piece.levelMm > 0
                    ? `${mm(piece.levelMm)} above`
                    : `${mm(-piece.levelMm)} below`}</span
              >
            </td>
          {/each}
        </tr>
      </tbody>
    </table>
  {/if}
  {#if unit.rooms.length > 0}<div class="mt-3"><RoomStrip rooms={unit.rooms} /></div>{/if}
  {#if unit.wishes}<p class="mt-2 border-l-4 border-plum pl-3">Wished: {unit.wishes}</p>{/if}
  {@render children?.()}
</section>
