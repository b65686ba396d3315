<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { minutesAndSeconds } from '../sheet/waits';
  import type { ChairState } from './chairState.svelte';

  let { chair }: { chair: ChairState } = $props();

  const shown = $derived(
    chair.view?.clocks.filter((clock) => Date.parse(clock.endsAt) + 600_000 > chair.serverNow) ?? [],
  );
  const left = (clock: Schemas['ClockView']) =>
    Math.max(0, Math.ceil((Date.parse(clock.endsAt) - chair.serverNow) / 1000));
  const dots = 20;
  const dotsOf = [...Array(dots).keys()];

  function lit(clock: Schemas['ClockView']) {
    const whole = Date.parse(clock.endsAt) - Date.parse(clock.startedAt);
    return Math.round((dots * left(clock) * 1000) / whole);
  }

  // One short tone when a clock runs out, where sound is wanted.
  const rung: string[] = [];
  let sound = $state(localStorage.getItem('chair-sound') === 'on');
  $effect(() => {
    for (const clock of shown) {
      if (left(clock) > 0 || rung.includes(clock.id)) continue;
      rung.push(clock.id);
      if (sound) ring();
    }
  });

  function ring() {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    tone.frequency.value = 660;
    tone.connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.35);
    tone.onended = () => void audio.close();
  }

  function switchSound() {
    sound = !sound;
    localStorage.setItem('chair-sound', sound ? 'on' : 'off');
    if (sound) ring();
  }
</script>

<section aria-label="Clocks" class:none={shown.length === 0}>
  {#each shown.slice(0, 3) as clock (clock.id)}
    <div class="clock" class:over={left(clock) === 0}>
      <span class="measure time">{minutesAndSeconds(left(clock))}</span>
      <span class="words">
        <b>{clock.name}</b>
        <span class="text-soft">{left(clock) === 0 ? 'time is over' : (clock.meanwhile ?? '')}</span>
      </span>
      {#if clock.own}
        <button
          aria-label="Stop: {clock.name}"
          onclick={() =>
            void chair.enter({ kind: 'clock-stop', started: clock.id, name: clock.name }, 'A clock stopped')}>×</button
        >
      {/if}
      <span class="dots" aria-hidden="true">
        {#each dotsOf as i (i)}<i class:lit={i < lit(clock)}></i>{/each}
      </span>
    </div>
  {/each}
  {#if shown.length > 0}
    <button class="sound" aria-pressed={sound} onclick={switchSound}>{sound ? 'Sound on' : 'Sound off'}</button>
  {/if}
  <p class="sr-only" role="status">
    {shown
      .filter((clock) => left(clock) === 0)
      .map((clock) => `${clock.name}: time is over`)
      .join('; ')}
  </p>
</section>

<style>
  section {
    display: flex;
    border-top: 1px solid var(--hairline);
    min-height: 100px;
  }
  section.none {
    display: none;
  }
  .clock {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    grid-template-rows: 1fr 22px;
    align-items: center;
    column-gap: 18px;
    flex: 1;
    min-width: 0;
    padding: 6px 22px;
    border-right: 1px solid var(--hairline);
  }
  .time {
    font-size: 52px;
    line-height: 1;
  }
  .over .time {
    color: var(--number);
  }
  .words {
    display: flex;
    flex-direction: column;
    min-width: 0;
    line-height: 1.2;
  }
  .words > * {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .clock button {
    min-width: 44px;
    min-height: 44px;
    font-size: 30px;
    color: var(--soft);
  }
  .dots {
    grid-column: 1 / -1;
    display: flex;
    justify-content: space-between;
  }
  .dots i {
    width: 7px;
    height: 7px;
    border-radius: 50%;
    background: var(--firm);
    scale: 0.5;
  }
  .dots i.lit {
    background: var(--number);
    scale: 1;
  }
  .sound {
    padding: 0 18px;
    color: var(--soft);
    width: 110px;
  }
</style>
