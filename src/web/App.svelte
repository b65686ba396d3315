<script lang="ts">
  import ThemeProvider from 'flowbite-svelte/ThemeProvider.svelte';
  import { onMount, untrack } from 'svelte';
  import { Router } from 'sv-router';
  import { actions } from './actions.svelte';
  import { Refusal } from './api/client';
  import { changed } from './parts/changed.svelte';
  import Header from './parts/Header.svelte';
  import HelpSheet from './parts/HelpSheet.svelte';
  import NoticeLine from './parts/NoticeLine.svelte';
  import LockScreen from './parts/LockScreen.svelte';
  import { me, watchIdle } from './parts/me.svelte';
  import { notices } from './parts/notices.svelte';
  import { outbox } from './parts/outbox.svelte';
  import PersonDialog from './parts/PersonDialog.svelte';
  import QuickLine from './parts/QuickLine.svelte';
  import SettingsDialog from './parts/SettingsDialog.svelte';
  import { shared } from './parts/shared.svelte';
  import SignIn from './parts/SignIn.svelte';
  import { theme } from './parts/theme';
  import { undo } from './parts/undo.svelte';
  import { furnish, navigate, route } from './router';
  import { views } from './views/views';

  furnish(views);

  let helpOpen = $state(false);
  let settingsOpen = $state(false);
  let personOpen = $state(false);

  /** At the chair one step fills the screen. */
  const whole = $derived(route.pathname.startsWith('/chair/'));

  actions.setGlobal([
    { name: 'Quick line', keys: ['/'], shown: '/', run: () => (shared.quickLineOpen = true) },
    { name: 'Undo', keys: ['u', 'U'], shown: 'U', run: () => void undo.run() },
    { name: 'Find a case', keys: ['f', 'F'], shown: 'F', run: () => void navigate('/find') },
    { name: 'Light or chair screen', keys: ['d', 'D'], shown: 'D', run: () => shared.switchTheme() },
    { name: 'Settings', keys: [','], shown: ',', run: () => (settingsOpen = true) },
    { name: 'Keys and signs', keys: ['?'], shown: '?', run: () => (helpOpen = true) },
  ]);

  // What was said on one screen is not about the next.
  $effect(() => {
    void route.pathname;
    untrack(() => notices.clear());
  });

  // What an earlier visit to this page could not send.
  onMount(() => void outbox.flush());

  onMount(() => {
    const known = me.load().then(() => {
      // Who sees no cases has no day.
      if (me.person && !me.may('see') && route.pathname === '/')
        void navigate(me.may('administer') ? '/people' : me.may('laboratory') ? '/laboratory' : '/protocols');
    });
    known.catch((error: unknown) => {
      if (!(error instanceof Refusal)) throw error;
      notices.warn(error.message);
    });
    return watchIdle(
      () => me.view?.lockAfterMinutes ?? 10,
      () => void me.lock(),
    );
  });

  // What every screen needs is said by the protocol in use.
  $effect(() => {
    void changed.protocol;
    if (!me.person || me.locked) return;
    shared.load().catch((error: unknown) => {
      if (!(error instanceof Refusal)) throw error;
      notices.warn(error.message);
    });
  });
</script>

<svelte:window
  onkeydown={(event) => actions.handle(event)}
  onclick={(event) => actions.released(event)}
  ononline={() => void outbox.flush()}
/>

<!-- The hatch of room that is cut: every figure uses the same. -->
<svg width="0" height="0" class="absolute" aria-hidden="true">
  <defs>
    <pattern id="room" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="5" height="5" fill="var(--room)" />
      <line x1="0" y1="0" x2="0" y2="5" stroke="var(--hatch)" stroke-width="0.9" opacity="0.65" />
    </pattern>
  </defs>
</svg>

<ThemeProvider {theme}>
  {#if me.view && !me.person}
    <SignIn view={me.view} />
  {:else if me.locked}
    <LockScreen />
  {:else if me.view}
    <div class="flex h-dvh flex-col">
      {#if !whole}
        <Header
          onquickline={() => (shared.quickLineOpen = true)}
          onhelp={() => (helpOpen = true)}
          onsettings={() => (settingsOpen = true)}
          onperson={() => (personOpen = true)}
        />
      {/if}
      <main class="min-h-0 flex-1">
        <Router />
      </main>
      <NoticeLine />
    </div>

    <QuickLine bind:open={shared.quickLineOpen} />
    <HelpSheet bind:open={helpOpen} />
    <SettingsDialog bind:open={settingsOpen} />
    <PersonDialog bind:open={personOpen} />
  {:else}
    <NoticeLine />
  {/if}
</ThemeProvider>
