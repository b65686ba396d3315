<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { onMount } from 'svelte';
  import Backups from './Backups.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import LineButton from '../../parts/LineButton.svelte';
  import { me } from '../../parts/me.svelte';
  import { attempt, notices } from '../../parts/notices.svelte';
  import { dateOf, time } from '../../words/times';
  import { plain } from '../../words/words';

  const roles = ['clinician', 'assistant', 'technician', 'teacher', 'student', 'administrator'] as const;

  let people = $state<Schemas['PersonDetail'][]>([]);
  let lines = $state<Schemas['AuditLine'][]>([]);
  let more = $state(false);
  let page = $state(0);
  let text = $state('');
  let name = $state('');
  let fullName = $state('');
  let password = $state('');
  let chosen = $state<(typeof roles)[number][]>(['clinician']);

  onMount(() => void load());

  async function load() {
    if (!me.may('administer')) return;
    people = (await attempt(answer(api.GET('/api/people'))))?.people ?? people;
    await look(0);
  }

  async function look(at: number) {
    page = at;
    const query = { text: text.trim() || undefined, page };
    const view = await attempt(answer(api.GET('/api/audit', { params: { query } })));
    if (view) [lines, more] = [view.lines, view.more];
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const body = { name, fullName, password, roles: chosen };
    const view = await attempt(answer(api.POST('/api/people', { body })), 'person');
    if (!view) return;
    people = view.people;
    notices.say(`${fullName} can sign in now.`);
    [name, fullName, password] = ['', '', ''];
  }

  async function change(person: Schemas['PersonDetail'], body: Schemas['PersonEntry']) {
    const view = await attempt(
      answer(api.PUT('/api/people/{id}', { params: { path: { id: person.id } }, body })),
      'person',
    );
    if (view) people = view.people;
  }
</script>

<svelte:head><title>People · Dentelle</title></svelte:head>

<div class="mx-auto h-full max-w-[1080px] overflow-y-auto px-8 pt-5 pb-10">
  <h1 class="text-[29px]">People</h1>
  {#if !me.may('administer')}
    <p class="mt-3 border-l-4 border-critical pl-4">
      Your role does not allow that. An administrator sees to people here.
    </p>
  {:else}
    <section aria-label="People">
      {#each people as person (person.id)}
        <div
          class="grid grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)_auto] items-center gap-x-5 border-t border-hairline py-2"
        >
          <div>
            <p class="font-plate text-[19px] leading-tight" class:line-through={person.shut}>{person.fullName}</p>
            <p class="quiet">
              {person.name}{person.isDemo ? ', invented' : ''}{person.lockedOut ? ', locked out for some minutes' : ''} ·
              {person.sessions} signed in
            </p>
          </div>
          <div class="flex flex-wrap gap-1.5" role="group" aria-label="Roles of {person.fullName}">
            {#each roles as role (role)}
              <Button
                class="text-[13px]"
                aria-pressed={person.roles.includes(role)}
                onclick={() =>
                  void change(person, {
                    roles: person.roles.includes(role)
                      ? person.roles.filter((one) => one !== role)
                      : [...person.roles, role],
                  })}>{plain(role)}</Button
              >
            {/each}
          </div>
          <LineButton onclick={() => void change(person, { shut: !person.shut })}
            >{person.shut ? 'Open again' : 'Shut'}</LineButton
          >
        </div>
      {/each}
    </section>
    <form class="mt-5 flex flex-wrap items-end gap-4 border-t border-firm pt-4" onsubmit={add}>
      <label class="flex flex-col gap-1"
        ><span class="quiet">Full name</span><Input maxlength={120} required bind:value={fullName} /></label
      >
      <label class="flex flex-col gap-1"
        ><span class="quiet">Signs in as</span><Input
          maxlength={60}
          required
          autocomplete="off"
          bind:value={name}
        /></label
      >
      <label class="flex flex-col gap-1"
        ><span class="quiet">First password, 12 characters at least</span><Input
          type="password"
          autocomplete="new-password"
          required
          bind:value={password}
        /></label
      >
      <div class="flex flex-wrap gap-x-4" role="group" aria-label="Roles">
        {#each roles as role (role)}
          <Checkbox
            checked={chosen.includes(role)}
            onchange={() => (chosen = chosen.includes(role) ? chosen.filter((one) => one !== role) : [...chosen, role])}
            >{plain(role)}</Checkbox
          >
        {/each}
      </div>
      <Button type="submit" class="min-h-11 px-5">Make the account</Button>
    </form>
    <Backups />
    <section class="mt-8" aria-label="Audit trail">
      <div class="flex items-baseline gap-4">
        <h2 class="text-[23px]">Who looked at what, and who changed it</h2>
        <Input
          class="ml-auto"
          placeholder="person or deed"
          aria-label="Find in the trail"
          bind:value={text}
          onchange={() => void look(0)}
        />
      </div>
      <p class="quiet">The same person looking at the same again within five minutes is one line.</p>
      {#each lines as line, i (i)}
        <p class="grid grid-cols-[150px_170px_minmax(0,1fr)_120px] gap-x-4 border-t border-hairline py-1 text-[14px]">
          <span class="measure text-soft">{dateOf(line.at)}, {time(new Date(line.at))}</span>
          <span>{line.person}</span>
          <span>{line.what}{line.subject ? '' : ' (a list)'}<span class="quiet block">{line.subject ?? ''}</span></span>
          <span class={line.status >= 400 ? 'text-critical' : 'text-soft'}
            >{line.writes ? 'changed' : 'looked'}, {line.status}</span
          >
        </p>
      {/each}
      <p class="mt-2 flex gap-4">
        {#if page > 0}<LineButton onclick={() => void look(page - 1)}>Newer</LineButton>{/if}
        {#if more}<LineButton onclick={() => void look(page + 1)}>Older</LineButton>{/if}
      </p>
    </section>
  {/if}
</div>
