<script lang="ts">
  import { Router } from 'sv-router';
  import './router';
  import { onMount } from 'svelte';
  import { actions } from './actions.svelte';
  import { Refusal } from './api/client';
  import Header from './parts/Header.svelte';
  import HelpSheet from './parts/HelpSheet.svelte';
  import NoticeLine from './parts/NoticeLine.svelte';
  import { notices } from './parts/notices.svelte';
  import QuickLine from './parts/QuickLine.svelte';
  import SettingsDialog from './parts/SettingsDialog.svelte';
  import { shared } from './parts/shared.svelte';

  let quickLineOpen = $state(false);
  let helpOpen = $state(false);
  let settingsOpen = $state(false);

  actions.setGlobal([
    { name: 'Quick line', keys: ['/'], shown: '/', run: () => (quickLineOpen = true) },
    { name: 'Light or chair screen', keys: ['d', 'D'], shown: 'D', run: () => shared.switchTheme() },
    { name: 'Settings', keys: [','], shown: ',', run: () => (settingsOpen = true) },
    { name: 'Keys', keys: ['?'], shown: '?', run: () => (helpOpen = true) },
  ]);

  onMount(() => {
    shared.load().catch((error: unknown) => {
      if (!(error instanceof Refusal)) throw error;
      notices.warn(error.message);
    });
  });
</script>

<svelte:window onkeydown={(event) => actions.handle(event)} />

<div class="flex h-dvh flex-col">
  <Header
    onquickline={() => (quickLineOpen = true)}
    onhelp={() => (helpOpen = true)}
    onsettings={() => (settingsOpen = true)}
  />
  <main class="min-h-0 flex-1">
    <Router />
  </main>
  <NoticeLine />
</div>

<QuickLine bind:open={quickLineOpen} />
<HelpSheet bind:open={helpOpen} />
<SettingsDialog bind:open={settingsOpen} />
