<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { answer, api, Refusal } from '../api/client';
  import { me } from './me.svelte';

  let said = $state('');
  let wrong = $state('');
  const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '⌫', '0', 'OK'];

  async function open() {
    try {
      const body = { codeOrPassword: said };
      me.view = await answer(api.POST('/api/me/unlock', { body }));
      wrong = '';
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      wrong = error.message;
      if (error.code === 'signed-out') location.assign('/');
    } finally {
      said = '';
    }
  }

  function tap(key: string) {
    if (key === 'OK') void open();
    else said = key === '⌫' ? said.slice(0, -1) : said + key;
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void open();
  }
</script>

<svelte:head><title>Locked · Dentelle</title></svelte:head>

<main class="mx-auto flex min-h-dvh max-w-[420px] flex-col justify-center px-8 py-10">
  <p class="font-mark text-wordmark text-[34px] leading-none font-semibold">Dentelle</p>
  <h1 class="mt-5 text-[26px]">{me.person?.fullName}, locked</h1>
  <form class="mt-4 flex flex-col gap-4" onsubmit={submit}>
    <label class="flex flex-col gap-1"
      ><span class="quiet">{me.view?.hasCode ? 'Code, or password' : 'Password (demonstration: just OK)'}</span>
      <Input class="measure w-full! text-[26px]" type="password" autocomplete="off" data-autofocus bind:value={said} />
    </label>
    {#if wrong}<p class="border-l-4 border-critical pl-3" role="alert">{wrong}</p>{/if}
    <div class="grid grid-cols-3 gap-2">
      {#each keys as key (key)}
        <Button class="measure min-h-14 text-center text-[24px]" onclick={() => tap(key)}>{key}</Button>
      {/each}
    </div>
  </form>
  <button class="quiet mt-6 self-start underline" onclick={() => void me.leave()}>Somebody else</button>
</main>
