<script lang="ts">
  import { notices } from '../../parts/notices.svelte';
  import { numberOf } from '../../words/typed';
  import type { ChairState, Note } from './chairState.svelte';
  import Deviations from './Deviations.svelte';
  import { drawnPicture } from './drawnPicture';
  import Panel from './Panel.svelte';
  import Written from './Written.svelte';

  let { chair, onclose }: { chair: ChairState; onclose: () => void } = $props();

  const kinds = [
    { value: 'dose', words: 'Anaesthetic' },
    { value: 'cord', words: 'Cord' },
    { value: 'material', words: 'Material' },
    { value: 'bleeding', words: 'Bleeding' },
    { value: 'comfort', words: 'Comfort' },
    { value: 'remnants', words: 'Remnants' },
    { value: 'shade', words: 'Shade' },
    { value: 'provisional', words: 'Provisional' },
    { value: 'advice', words: 'Advice' },
    { value: 'clock', words: 'Clock' },
    { value: 'deviation', words: 'Otherwise than planned' },
    { value: 'picture', words: 'Picture' },
    { value: 'note', words: 'Note' },
  ] as const;

  // What this step asks for comes first.
  const wanted = $derived<readonly string[]>([...(chair.asks?.asks ?? []), ...(chair.asks?.photo ? ['picture'] : [])]);
  const sorted = $derived(
    kinds.toSorted((a, b) => Number(wanted.includes(b.value)) - Number(wanted.includes(a.value))),
  );
  let picked = $state<string | null>(null);
  let all = $state(false);
  const kind = $derived(picked ?? sorted[0]!.value);
  const shown = $derived(
    all || (!picked && wanted.length === 0)
      ? sorted
      : sorted.filter((one) => one.value === kind || wanted.includes(one.value)),
  );
  const unit = $derived(chair.view?.units.find((one) => one.tooth === chair.current?.tooth)?.id);

  let text = $state('');
  let more = $state('');
  let amount = $state('1.8');
  let because = $state('');
  let asksWhy = $state(false);

  function clear() {
    [text, more, because, asksWhy] = ['', '', '', false];
  }

  async function put(note: Note, words: string) {
    if (await chair.enter(note, words, unit)) clear();
    else asksWhy = note.kind === 'dose' || note.kind === 'cord';
  }

  const drawnOf = $derived(unit ?? chair.view?.units[0]?.id);

  async function draw() {
    const words = chair.asks?.photo ?? (text || 'At the chair');
    const drawn = drawnOf && (await drawnPicture(drawnOf, words));
    if (drawn) await chair.picture(drawn, words, drawnOf, true);
    else notices.warn('Nothing could be drawn of this tooth.', 'chair');
  }

  async function photograph(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    for (const file of input.files ?? []) await chair.picture(file, chair.asks?.photo ?? (text || 'At the chair'));
    input.value = '';
  }
</script>

<Panel title="Write down" {onclose}>
  <div class="choices" role="group" aria-label="What">
    {#each shown as one (one.value)}
      <button
        aria-pressed={one.value === kind}
        class:wanted={wanted.includes(one.value)}
        onclick={() => {
          picked = one.value;
          all = false;
          clear();
        }}>{one.words}</button
      >
    {/each}
    {#if shown.length < sorted.length}<button onclick={() => (all = true)}>Something else</button>{/if}
  </div>
  {#if kind === 'dose'}
    <label>Agent <input type="text" maxlength="80" placeholder="articaine 4 %" bind:value={text} /></label>
    <label>Millilitres <input type="text" inputmode="decimal" bind:value={amount} /></label>
    {#if asksWhy}<label>Why with epinephrine <input type="text" maxlength="200" bind:value={because} /></label>{/if}
    <div class="choices">
      {#each [false, true] as epinephrine (epinephrine)}
        <button
          onclick={() =>
            void put(
              {
                kind: 'dose',
                agent: text || 'local anaesthetic',
                millilitres: numberOf(amount) ?? 0,
                epinephrine,
                because: because || null,
              },
              'Anaesthetic',
            )}>{epinephrine ? 'With epinephrine' : 'Without epinephrine'}</button
        >
      {/each}
    </div>
  {:else if kind === 'cord'}
    <div class="choices" role="group" aria-label="Size">
      {#each ['000', '00', '0', '1', '2', '3'] as size (size)}
        <button class="measure" aria-pressed={text === size} onclick={() => (text = size)}>{size}</button>
      {/each}
    </div>
    <label>Soaked in, empty for plain <input type="text" maxlength="80" bind:value={more} /></label>
    {#if asksWhy}<label>Why with epinephrine <input type="text" maxlength="200" bind:value={because} /></label>{/if}
    <div class="choices">
      {#each [false, true] as epinephrine (epinephrine)}
        <button
          disabled={!text}
          onclick={() =>
            void put(
              { kind: 'cord', size: text, agent: more || null, epinephrine, because: because || null },
              `Cord ${text}`,
            )}>{epinephrine ? 'With epinephrine' : more ? 'Without epinephrine' : 'Plain'}</button
        >
      {/each}
    </div>
  {:else if kind === 'material'}
    <label>Material <input type="text" maxlength="120" bind:value={text} /></label>
    <label>Batch <input type="text" maxlength="60" bind:value={more} /></label>
    <button
      class="enter"
      disabled={!text.trim()}
      onclick={() => void put({ kind: 'material', what: text, batch: more || null }, text)}>Enter</button
    >
  {:else if kind === 'bleeding'}
    <label>What was done <input type="text" maxlength="200" bind:value={more} /></label>
    <div class="choices">
      {#each ['none', 'some', 'strong'] as const as how (how)}
        <button onclick={() => void put({ kind: 'bleeding', how, done: more || null }, `Bleeding ${how}`)}>{how}</button
        >
      {/each}
    </div>
  {:else if kind === 'comfort'}
    <label>Words <input type="text" maxlength="200" bind:value={more} /></label>
    <div class="choices">
      {#each ['well', 'uneasy', 'pain'] as const as how (how)}
        <button onclick={() => void put({ kind: 'comfort', how, words: more || null }, `Comfort: ${how}`)}>{how}</button
        >
      {/each}
    </div>
  {:else if kind === 'remnants'}
    <label>What <input type="text" maxlength="200" bind:value={more} /></label>
    <div class="choices">
      {#each [false, true] as found (found)}
        <button onclick={() => void put({ kind: 'remnants', found, words: more || null }, 'Remnants')}
          >{found ? 'Found and taken out' : 'Searched, none'}</button
        >
      {/each}
    </div>
  {:else if kind === 'shade'}
    <label>Shade <input type="text" maxlength="30" bind:value={text} /></label>
    <label>Stump <input type="text" maxlength="30" bind:value={more} /></label>
    <button
      class="enter"
      disabled={!text.trim()}
      onclick={() => void put({ kind: 'shade', shade: text, stump: more || null }, `Shade ${text}`)}>Enter</button
    >
  {:else if kind === 'provisional'}
    <label>Words <input type="text" maxlength="200" bind:value={more} /></label>
    {#each [false, true] as spotEtched (spotEtched)}
      <p class="text-soft">{spotEtched ? 'Etched in spots' : 'Not etched'}</p>
      <div class="choices">
        {#each chair.view?.choices.provisionals ?? [] as way (way.code)}
          <button
            onclick={() =>
              void put({ kind: 'provisional', way: way.words, spotEtched, words: more || null }, 'Provisional')}
            >{way.words}</button
          >
        {/each}
      </div>
    {/each}
  {:else if kind === 'advice'}
    <ul class="advice">
      {#each chair.view?.choices.advice ?? [] as one (one.code)}<li>{one.words}</li>{/each}
    </ul>
    <button
      class="enter"
      onclick={() =>
        void put({ kind: 'advice', told: (chair.view?.choices.advice ?? []).map((one) => one.words) }, 'Advice')}
      >All of it told</button
    >
  {:else if kind === 'clock'}
    <label>A name of your own <input type="text" maxlength="60" bind:value={text} /></label>
    <label>Minutes <input type="text" inputmode="decimal" bind:value={amount} /></label>
    <div class="choices">
      <button
        disabled={!text.trim()}
        onclick={() => void put({ kind: 'clock', name: text, minutes: numberOf(amount) ?? 0 }, 'A clock')}
        >Start it</button
      >
      {#each chair.view?.choices.clocks ?? [] as clock (clock.code)}
        <button
          onclick={() =>
            void put(
              { kind: 'clock', clock: clock.code, name: clock.words, minutes: numberOf(amount) ?? 0 },
              'A clock',
            )}>{clock.words}</button
        >
      {/each}
    </div>
  {:else if kind === 'deviation'}
    <Deviations {chair} {unit} />
  {:else if kind === 'picture'}
    <p>{chair.asks?.photo ? `To show: ${chair.asks.photo}` : 'Say what it is to show:'}</p>
    {#if !chair.asks?.photo}<input type="text" maxlength="300" aria-label="What it shows" bind:value={text} />{/if}
    <label class="enter file"
      >Take or choose a picture<input type="file" accept="image/*" capture="environment" onchange={photograph} /></label
    >
    {#if drawnOf}
      <p class="mt-3 text-soft">
        No camera at hand? <button class="underline" onclick={() => void draw()}>Have it drawn</button>; it says that it
        is simulated.
      </p>
    {/if}
  {:else}
    <label>Note <textarea rows="3" maxlength="4000" bind:value={text}></textarea></label>
    <button class="enter" disabled={!text.trim()} onclick={() => void put({ kind: 'note', text }, 'Note')}>Enter</button
    >
  {/if}
  <Written {chair} />
</Panel>

<style>
  label {
    display: block;
    margin-bottom: 10px;
  }
  .wanted {
    border-color: var(--number) !important;
    color: var(--number);
  }
  .advice {
    list-style: disc;
    padding-left: 26px;
    margin-bottom: 10px;
  }
  .file {
    display: inline-flex !important;
    align-items: center;
  }
  .file input {
    position: absolute;
    width: 1px;
    opacity: 0;
  }
</style>
