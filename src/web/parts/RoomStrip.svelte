<script lang="ts">
  import { mm } from '../words/words';
  import type { Schemas } from '../api/client';

  let { rooms }: { rooms: Schemas['RoomDocument'][] } = $props();

  const longest = 3;
  const wide = 240;
  const x = (mm: number) => (Math.min(Math.max(mm, 0), longest) / longest) * wide;

  /** The thread of what is not known of a number, and the knot on it. */
  function reached(room: Schemas['RoomDocument']) {
    if (room.reachedMm == null) return null;
    const doubt = room.doubtMm ?? null;
    const [low, high] =
      doubt === null ? [room.reachedMm, room.upToMm ?? longest] : [room.reachedMm - doubt, room.reachedMm + doubt];
    return { low, high, at: doubt === null && room.upToMm != null ? (low + high) / 2 : room.reachedMm };
  }

  function said(room: Schemas['RoomDocument']): string {
    if (room.reachedMm == null) return 'not measured';
    if (room.doubtMm != null) return `${room.reachedMm.toFixed(2)} ± ${room.doubtMm.toFixed(2)}`;
    if (room.upToMm == null) return `${mm(room.reachedMm)} or more`;
    return room.upToMm - room.reachedMm < 0.02 ? mm(room.reachedMm) : `${mm(room.reachedMm)}–${mm(room.upToMm)}`;
  }
</script>

<table class="w-full text-[15px]">
  <caption class="sr-only">Room for the restoration, millimetres</caption>
  <thead>
    <tr class="quiet text-left">
      <th class="font-normal">room for it</th>
      <th class="font-normal">least</th>
      <th class="font-normal">planned</th>
      <th class="font-normal">reached</th>
      <th class="w-[170px] xl:w-[248px] font-normal">
        <svg viewBox="-4 0 {wide + 8} 14" class="block w-[170px] xl:w-[248px]" aria-hidden="true">
          {#each [0, 1, 2, 3] as mm (mm)}
            <text x={x(mm)} y="11" text-anchor="middle" class="fill-soft text-[11px]">{mm}</text>
          {/each}
        </svg>
      </th>
    </tr>
  </thead>
  <tbody>
    {#each rooms as room (room.zone)}
      {@const found = reached(room)}
      <tr class="border-t border-hairline" class:text-critical={room.standing === 'short'}>
        <td class="py-0.5 pr-3">{room.words}</td>
        <td class="measure pr-3">{mm(room.leastMm)}</td>
        <td class="measure pr-3">{mm(room.plannedMm)}</td>
        <td class="measure pr-3 font-semibold whitespace-nowrap" class:text-soft={found === null} title={room.by ?? ''}
          >{said(room)}{#if room.standing === 'short'}<span class="block text-[13px]"
              >{room.leastFoundMm == null ? 'short' : `${mm(room.leastFoundMm)} at the least`}</span
            >{/if}</td
        >
        <td>
          <svg viewBox="-4 0 {wide + 8} 18" class="block w-[170px] xl:w-[248px]" aria-hidden="true">
            <line x1="0" x2={wide} y1="9" y2="9" stroke="var(--hairline)" />
            <line
              x1={x(room.leastMm)}
              x2={x(room.leastMm)}
              y1="2"
              y2="16"
              stroke="var(--critical)"
              stroke-width="1.6"
            />
            <circle cx={x(room.plannedMm)} cy="9" r="4" fill="none" stroke="var(--ink)" />
            {#if found}
              <line x1={x(found.low)} x2={x(found.high)} y1="9" y2="9" stroke="var(--plum)" stroke-width="1.6" />
              <circle cx={x(found.at)} cy="9" r="3" fill="var(--plum)" />
            {/if}
          </svg>
        </td>
      </tr>
    {/each}
  </tbody>
</table>
