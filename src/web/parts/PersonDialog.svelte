<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { answer, api, type Schemas } from '../api/client';
  import { dateOf, time } from '../words/times';
  import { plain } from '../words/words';
  import LineButton from './LineButton.svelte';
  import { me } from './me.svelte';
  import { attempt, notices } from './notices.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();

  let sessions = $state<Schemas['SessionView'][]>([]);
  let code = $state('');
  let old = $state('');
  let fresh = $state('');

  $effect(() => {
    if (open && me.view?.hasSession) void load();
  });

  async function load() {
    sessions = (await attempt(answer(api.GET('/api/me/sessions'))))?.sessions ?? [];
  }

  async function end(id: string) {
    await attempt(answer(api.DELETE('/api/me/sessions/{id}', { params: { path: { id } } })));
    await load();
  }

  async function setCode(event: SubmitEvent) {
    event.preventDefault();
    if ((await attempt(answer(api.PUT('/api/me/code', { body: { code } })), 'code')) === null) return;
    code = '';
    await me.load();
    notices.say('From now on this code opens the locked screen.');
  }

  async function setPassword(event: SubmitEvent) {
    event.preventDefault();
    const body = { old, new: fresh };
    if ((await attempt(answer(api.PUT('/api/me/password', { body })), 'password')) === null) return;
    [old, fresh] = ['', ''];
    notices.say('Password changed. Your other sessions are over.');
  }

  async function lock() {
    open = false;
    await attempt(me.lock());
  }
</script>

<Modal
  bind:open
  size="sm"
  class="dialog"
  title={me.person?.fullName ?? ''}
  classes={{ header: 'text-ink border-hairline', body: 'text-ink' }}
>
  <p class="text-soft">
    {me.person?.roles.map(plain).join(', ')}{me.view?.doors === 'single-user'
      ? '. Without accounts: whoever sits at this machine, and nobody from another one.'
      : ''}
  </p>
  {#if me.view && me.view.demoPeople.length > 0}
    <section aria-label="Another person">
      <p class="quiet mb-1">Go on as</p>
      <div class="flex flex-wrap gap-2">
        {#each me.view.demoPeople.filter((one) => one.id !== me.person?.id) as person (person.id)}
          <Button onclick={() => void me.enter(answer(api.POST('/api/sign-in/demo', { body: { person: person.id } })))}
            >{person.fullName}, {plain(person.roles[0] ?? '')}</Button
          >
        {/each}
      </div>
    </section>
  {/if}
  {#if me.view?.hasSession}
    <form class="flex items-end gap-3" onsubmit={setCode}>
      <label class="flex flex-col gap-1"
        ><span class="quiet">Code of four to eight digits that opens the locked screen</span>
        <Input class="measure" inputmode="numeric" maxlength={8} type="password" autocomplete="off" bind:value={code} />
      </label>
      <Button type="submit">{me.view.hasCode ? 'Change' : 'Set'} code</Button>
    </form>
    {#if me.view.doors === 'accounts'}
      <form class="flex flex-wrap items-end gap-3" onsubmit={setPassword}>
        <label class="flex flex-col gap-1"
          ><span class="quiet">Password</span>
          <Input type="password" autocomplete="current-password" bind:value={old} /></label
        >
        <label class="flex flex-col gap-1"
          ><span class="quiet">New one</span>
          <Input type="password" autocomplete="new-password" bind:value={fresh} /></label
        >
        <Button type="submit">Change</Button>
      </form>
    {/if}
    <section aria-label="Sessions">
      <p class="quiet mb-1">Signed in</p>
      {#each sessions as session (session.id)}
        <p class="flex items-baseline gap-3 border-t border-hairline py-1.5 text-[14px]">
          <span class="min-w-0 flex-1 truncate" title={session.device}
            >{session.this ? 'This browser' : session.device}</span
          >
          <span class="quiet">{dateOf(session.seenAt)}, {time(new Date(session.seenAt))}</span>
          {#if !session.this}<LineButton onclick={() => void end(session.id)}>End</LineButton>{/if}
        </p>
      {/each}
    </section>
  {/if}
  <div class="flex flex-wrap gap-x-5 border-t border-hairline pt-3">
    {#if me.may('administer')}<LineButton href="/people" onclick={() => (open = false)}>People and trail</LineButton
      >{/if}
    {#if me.view?.hasSession}
      <LineButton onclick={() => void lock()}>Lock the screen</LineButton>
    {/if}
    {#if me.view?.doors !== 'single-user'}<LineButton onclick={() => void me.leave()}>Sign out</LineButton>{/if}
  </div>
</Modal>
