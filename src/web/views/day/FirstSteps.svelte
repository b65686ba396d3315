<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import { answer, api } from '../../api/client';
  import { navigate } from '../../router';
  import { attempt } from '../../parts/notices.svelte';
  import { shared } from '../../parts/shared.svelte';

  const examples = ['36 crown zirconia', '11 21 veneer butt +1.0', '45x47 bridge mc'];

  async function plan(line: string) {
    const done = await attempt(answer(api.POST('/api/quick-line/do', { body: { line } })));
    if (done) await navigate('/unit/:id', { params: { id: done.unitId } });
  }
</script>

<section class="mt-10 max-w-2xl" aria-label="First steps">
  <p class="font-plate text-[26px] leading-tight">Nothing is planned yet.</p>
  <p class="mt-2 text-[17px]">Say which tooth, what it gets, and of what. Dentelle draws and reckons the rest.</p>
  <button
    class="line measure mt-5 flex min-h-14 w-full max-w-xl items-center justify-between px-6 text-[24px] text-soft"
    onclick={() => (shared.quickLineOpen = true)}
  >
    36 crown zirconia <span class="key">/</span>
  </button>
  <p class="mt-7">Or try one of these; it can be taken back with <span class="key">u</span>:</p>
  <p class="mt-2 flex flex-wrap gap-2">
    {#each examples as line (line)}<Button class="min-h-11" onclick={() => plan(line)}>{line}</Button>{/each}
  </p>
  <p class="quiet mt-7">
    A practice of invented cases to look round in: end the program and start it with <code>script/demo --data demo</code
    >, in a folder of its own.
  </p>
</section>

<style>
  .line {
    border: 1px solid var(--firm);
    border-radius: 99px;
    background: var(--leaf);
  }
</style>
