<script lang="ts">
  import LineButton from './LineButton.svelte';
  import { aside, isActive, places, route, type Place } from '../router';
  import { me } from './me.svelte';
  import { outbox } from './outbox.svelte';
  import { shared } from './shared.svelte';
  import { undo } from './undo.svelte';

  let {
    onquickline,
    onhelp,
    onsettings,
    onperson,
  }: { onquickline: () => void; onhelp: () => void; onsettings: () => void; onperson: () => void } = $props();

  const screens = (Object.entries(places) as [Place, string][]).filter(([place]) => !aside.includes(place));
  /** What has cases on it is for who may see them. */
  const shown = $derived(screens.filter(([place]) => place === '/protocols' || place === '/drawer' || me.may('see')));

  // Screens of a case are there while one is open, that of a tooth while one of the case was looked at.
  function addressOf(place: Place): string | null {
    if (!place.includes(':id')) return place;
    const id = place.startsWith('/case/') ? shared.caseId : shared.unitId;
    return id ? place.replace(':id', id) : null;
  }
</script>

<header class="flex min-h-13 shrink-0 items-center gap-4 border-b border-hairline bg-leaf px-4 xl:gap-6 xl:px-6">
  <a href="/" class="font-mark text-wordmark text-[25px] leading-none font-semibold">Dentelle</a>
  <nav class="flex gap-4 xl:gap-5" aria-label="Views">
    {#each shown as [place, name] (place)}
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
  {#if me.may('plan')}
    <button
      class="ml-auto flex min-h-10 w-36 min-w-0 items-center justify-between rounded-full border border-firm bg-paper px-4
        text-soft xl:w-72"
      onclick={onquickline}
    >
      <span class="truncate">36 crown zirconia</span><span class="key" aria-hidden="true">/</span>
      <span class="sr-only">Open the quick line</span>
    </button>
  {:else}
    <span class="ml-auto"></span>
  {/if}
  {#if outbox.unsent.length > 0}
    <LineButton
      class="whitespace-nowrap text-plum"
      title={outbox.unsent.map((one) => one.words).join('\n')}
      onclick={() => void outbox.flush()}
    >
      <span aria-hidden="true">{'•'.repeat(Math.min(3, outbox.unsent.length))}</span>
      {outbox.unsent.length} to send
    </LineButton>
  {/if}
  {#if undo.next}
    <LineButton class="whitespace-nowrap" title="Take back: {undo.next}" onclick={() => void undo.run()}
      >Undo</LineButton
    >
  {/if}
  <LineButton class="whitespace-nowrap max-xl:hidden" onclick={() => shared.switchTheme()}>
    {shared.theme === 'chair' ? 'Desk' : 'Chair'} screen
  </LineButton>
  {#if me.person && me.view?.doors !== 'single-user'}
    <LineButton
      class="max-w-32 truncate whitespace-nowrap"
      title="{me.person.fullName}: change, lock, sign out"
      onclick={onperson}>{me.person.fullName}</LineButton
    >
  {/if}
  <LineButton onclick={onsettings}>Settings</LineButton>
  <LineButton class="whitespace-nowrap" onclick={onhelp}>Keys</LineButton>
</header>
