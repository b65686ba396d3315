<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { answer, api, Refusal, type Schemas } from '../api/client';
  import { plain } from '../words/words';
  import { me } from './me.svelte';

  let { view }: { view: Schemas['MeView'] } = $props();

  let name = $state('');
  let fullName = $state('');
  let password = $state('');
  let treats = $state(true);
  let wrong = $state('');
  let busy = $state(false);

  async function come(call: () => Promise<Schemas['MeView']>) {
    [busy, wrong] = [true, ''];
    try {
      await me.enter(call());
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      wrong = error.message;
    } finally {
      busy = false;
    }
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void come(() =>
      view.firstRun
        ? answer(api.POST('/api/first-run', { body: { name, fullName, password, treats } }))
        : answer(api.POST('/api/sign-in', { body: { name, password } })),
    );
  }
</script>

<svelte:head><title>Sign in · Dentelle</title></svelte:head>

<main class="mx-auto flex min-h-dvh max-w-[560px] flex-col justify-center px-8 py-10">
  <p class="font-mark text-wordmark text-[44px] leading-none font-semibold">Dentelle</p>
  {#if view.firstRun}
    <h1 class="mt-6 text-[29px]">The first person of this practice</h1>
    <p class="mt-1 text-soft">You make the other accounts, look at the trail and see to copies.</p>
  {:else}
    <h1 class="mt-6 text-[29px]">Who is there?</h1>
  {/if}
  {#if view.demoPeople.length > 0}
    <p class="mt-1 text-soft">Invented people of the demonstration. No password, on this machine only.</p>
    <ul class="mt-4 grid grid-cols-2 gap-x-6">
      {#each view.demoPeople as person (person.id)}
        <li class="border-t border-hairline">
          <button
            class="flex min-h-16 w-full flex-col justify-center py-2 text-left hover:text-plum"
            disabled={busy}
            onclick={() => come(() => answer(api.POST('/api/sign-in/demo', { body: { person: person.id } })))}
          >
            <span class="font-plate text-[21px] leading-tight">{person.fullName}</span>
            <span class="quiet">{person.roles.map(plain).join(', ')}</span>
          </button>
        </li>
      {/each}
    </ul>
  {/if}
  <form class="mt-6 flex flex-col gap-4 border-t border-firm pt-5" onsubmit={submit}>
    {#if view.firstRun}
      <label class="flex flex-col gap-1"
        ><span class="quiet">How you are called; it stands under what you write</span>
        <Input class="w-full!" maxlength={120} autocomplete="name" required bind:value={fullName} /></label
      >
    {/if}
    <label class="flex flex-col gap-1"
      ><span class="quiet">Name to sign in by</span>
      <Input class="w-full!" maxlength={60} autocomplete="username" required bind:value={name} /></label
    >
    <label class="flex flex-col gap-1"
      ><span class="quiet">Password{view.firstRun ? ': 12 characters at least, several words do well' : ''}</span>
      <Input
        class="w-full!"
        type="password"
        maxlength={128}
        autocomplete={view.firstRun ? 'new-password' : 'current-password'}
        required
        bind:value={password}
      /></label
    >
    {#if view.firstRun}<Checkbox bind:checked={treats}>I treat patients here too</Checkbox>{/if}
    {#if wrong}<p class="border-l-4 border-critical pl-3" role="alert">{wrong}</p>{/if}
    <Button type="submit" class="min-h-12 self-start px-6" disabled={busy}
      >{view.firstRun ? 'Begin the practice' : 'Sign in'}</Button
    >
  </form>
</main>
