<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { onMount } from 'svelte';
  import type { Unit } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { time, date } from '../../words/times';
  import { plain, upperFirst } from '../../words/words';
  import type { InspectState, ScanFile } from './inspectState.svelte';
  import StandIn from './StandIn.svelte';

  let {
    scanned,
    unit,
    dropped,
    onclose,
    onbegun,
  }: {
    scanned: InspectState;
    unit: Unit;
    dropped: readonly File[];
    onclose?: (() => void) | undefined;
    onbegun: () => void;
  } = $props();

  type Part = 'before' | 'after' | 'antagonist';
  const parts: readonly Part[] = ['before', 'after', 'antagonist'];
  const names: Record<Part, string> = { before: 'Before', after: 'After', antagonist: 'Other jaw' };
  const LOOK = 2500;

  let files = $state.raw<readonly (ScanFile & { as: Part | null })[]>([]);
  let others = $state<string[]>([]);

  const scans = $derived(scanned.scans);
  const bridge = $derived(unit.bridge?.teeth ?? []);
  const of = (part: Part) => files.find((file) => file.as === part);
  const ready = $derived(Boolean(of('before') && of('after')));

  // What is dropped anywhere on the screen.
  $effect(() => {
    if (dropped.length > 0) void bring(dropped);
  });

  // What a scanner exports meanwhile shows up by itself.
  onMount(() => {
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') void scanned.lookForNew();
    }, LOOK);
    return () => clearInterval(timer);
  });

  async function bring(coming: readonly File[]) {
    for (const file of await scanned.bring(coming)) {
      const free = parts.find((part) => !of(part)) ?? null;
      const said = file.part as Part | null | undefined;
      const as = said && !of(said) ? said : free;
      files = [...files.filter((one) => one.sha256 !== file.sha256), { ...file, as }];
    }
  }

  /** A part has one file: the one that had it takes the other's. */
  function give(sha256: string, part: Part) {
    const had = files.find((file) => file.sha256 === sha256)?.as ?? null;
    files = files.map((file) =>
      file.sha256 === sha256 ? { ...file, as: part } : file.as === part ? { ...file, as: had } : file,
    );
  }

  async function measure() {
    const [before, after, antagonist] = parts.map(of);
    if (!before || !after) return;
    const body = { before: before.sha256, after: after.sha256, antagonist: antagonist?.sha256 ?? null, with: others };
    if (await scanned.measure(body)) done();
  }

  async function take(name: string) {
    if (await scanned.takeArrived(name, others)) done();
  }

  function done() {
    files = [];
    onbegun();
  }

  function pick(event: Event & { currentTarget: HTMLInputElement }) {
    const picked = [...(event.currentTarget.files ?? [])];
    event.currentTarget.value = '';
    if (picked.length > 0) void bring(picked);
  }

  const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;
</script>

<div class="mx-auto max-w-[760px] px-8 py-8">
  <div class="flex items-baseline gap-4">
    <h2 class="flex-1 text-[26px]">Scans of {unit.written}</h2>
    {#if onclose}<LineButton onclick={onclose}>Back to what was measured</LineButton>{/if}
  </div>
  <p class="mt-1 text-soft">
    One scan before cutting and one after, of the whole arch or a few teeth; the other jaw too, if its room is to be
    told. STL, PLY or OBJ; they need not lie in one frame.
  </p>

  <label
    class="mt-5 grid min-h-28 cursor-pointer place-items-center border-2 border-dashed border-firm
      bg-leaf p-4 text-center focus-within:outline-2"
  >
    <span>
      <span class="font-plate text-[21px]">Drop the files anywhere here, or choose them</span>
      {#if scanned.coming.length > 0}
        <span class="mt-1 block text-soft" role="status">taking in {scanned.coming.join(', ')} …</span>
      {/if}
    </span>
    <input type="file" class="sr-only" multiple accept=".stl,.ply,.obj" onchange={pick} />
  </label>
  {#if scanned.coming.length > 0}
    <Button class="mt-2" onclick={() => scanned.cancel()}>Stop</Button>
  {/if}

  {#if files.length > 0}
    <ul class="mt-4">
      {#each files as file (file.sha256)}
        <li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-hairline py-2">
          <span class="min-w-40 flex-1">
            {file.name}
            <span class="block text-[13px] text-soft">
              {file.triangles.toLocaleString('en')} triangles, {megabytes(file.bytes)}{file.wasThere
                ? ', already here'
                : ''}{file.simulated ? ', simulated' : ''}
            </span>
            {#each file.told as sentence (sentence)}<span class="block text-[13px] text-soft">{sentence}</span>{/each}
          </span>
          <span class="flex gap-1 text-[13px]" role="group" aria-label="{file.name} is">
            {#each parts as part (part)}
              <Button class="px-2" aria-pressed={file.as === part} onclick={() => give(file.sha256, part)}
                >{names[part]}</Button
              >
            {/each}
            <LineButton onclick={() => (files = files.filter((one) => one !== file))}>leave out</LineButton>
          </span>
        </li>
      {/each}
    </ul>
  {/if}

  {#if (scans?.others.length ?? 0) > 0}
    <fieldset class="mt-4 flex flex-wrap items-center gap-x-5 gap-y-1">
      <legend class="text-soft"
        >{bridge.length > 0 ? 'The bridge’s teeth are measured together. ' : ''}Cut in the same visit as well:</legend
      >
      {#each scans?.others ?? [] as other (other)}
        <label class="flex min-h-9 items-center gap-2"
          ><input type="checkbox" class="size-5 accent-(--plum)" value={other} bind:group={others} /> {other}</label
        >
      {/each}
    </fieldset>
  {/if}
  {#if files.length > 0}
    <Button class="mt-3" disabled={!ready} onclick={() => void measure()}>Measure</Button>
    {#if !ready}<span class="quiet ml-3">One file is the scan before, one the scan after.</span>{/if}
  {/if}

  {#if (scans?.arrived.length ?? 0) > 0}
    <h3 class="mt-8 text-[19px]">Arrived from the scanner</h3>
    <ul class="mt-1">
      {#each scans?.arrived ?? [] as set (set.name)}
        <li class="flex flex-wrap items-center gap-4 border-t border-hairline py-2">
          <span class="min-w-40 flex-1">
            {set.name} <span class="text-soft">· {date(new Date(set.at))}, {time(new Date(set.at))}</span>
            {#if set.simulated}<span class="text-plum"> · simulated</span>{/if}
            <span class="block text-[13px] text-soft">{set.files.join(', ')}</span>
          </span>
          {#if set.isWhole}
            <Button disabled={scanned.coming.length > 0} onclick={() => void take(set.name)}>Measure these</Button>
          {:else}
            <span class="quiet">waits for a file that ends in “before” and one in “after”</span>
          {/if}
        </li>
      {/each}
    </ul>
  {/if}
  <p class="quiet mt-3">A scanner’s export is waited for in {scans?.folder}.</p>

  {#if (scans?.sets.length ?? 0) > 0}
    <h3 class="mt-8 text-[19px]">Measured before</h3>
    <ul class="mt-1">
      {#each scans?.sets ?? [] as set (set.id)}
        <li class="flex flex-wrap items-center gap-4 border-t border-hairline py-2">
          <span class="min-w-40 flex-1">
            {upperFirst(plain(set.after.name))}
            <span class="text-soft">· {date(new Date(set.at))}, {time(new Date(set.at))} · {set.teeth.join(', ')}</span>
            {#if set.simulated}<span class="text-plum"> · simulated</span>{/if}
          </span>
          <Button
            onclick={() => {
              scanned.look(set.id);
              onbegun();
            }}>Look at them</Button
          >
        </li>
      {/each}
    </ul>
  {/if}

  {#if scans?.canStandIn}<StandIn {scanned} {unit} />{/if}
</div>
