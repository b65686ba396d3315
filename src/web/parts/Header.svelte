<script lang="ts">
  import LineButton from './LineButton.svelte';
  import { isActive, places, route, type Place } from '../router';
  import { shared } from './shared.svelte';

  let { onquickline, onhelp, onsettings }: { onquickline: () => void; onhelp: () => void; onsettings: () => void } =
    $props();

  const screens = Object.entries(places) as [Place, string][];

  // Screens of a case are there while one is open; one of a tooth is only where one stands.
  function addressOf(place: Place): string | null {
    if (!place.includes(':id')) return place;
    return place.startsWith('/case/') && shared.caseId ? place.replace(':id', shared.caseId) : null;
  }
</script>

<header class="flex h-13 shrink-0 items-center gap-6 border-b border-hairline bg-leaf px-6">
  <a href="/" class="font-mark text-wordmark text-[25px] leading-none font-semibold">Dentelle</a>
  <nav class="flex gap-5" aria-label="Views">
    {#each screens as [place, name] (place)}
      {@const href = addressOf(place)}
      {@const here = href === null ? isActive(place) : route.pathname === href}
      {#if href !== null || here}
        <a
          {href}
          class="border-b-2 py-2 whitespace-nowrap {here
            ? 'border-plum font-semibold'
            : 'border-transparent text-soft'}"
          aria-current={here ? 'page' : undefined}>{name}</a
        >
      {/if}
    {/each}
  </nav>
  <button
    class="ml-auto flex min-h-10 w-48 min-w-0 xl:w-80 items-center justify-between rounded-full border border-firm bg-paper px-4 text-soft"
    onclick={onquickline}
  >
    <span class="truncate">36 crown zirconia</span><span class="key" aria-hidden="true">/</span>
    <span class="sr-only">Open the quick line</span>
  </button>
  <LineButton class="whitespace-nowrap" onclick={() => shared.switchTheme()}>
    {shared.theme === 'chair' ? 'Desk' : 'Chair'} screen
  </LineButton>
  <LineButton onclick={onsettings}>Settings</LineButton>
  <LineButton onclick={onhelp}>Keys</LineButton>
</header>
