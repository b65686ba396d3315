<script lang="ts">
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { actions } from '../actions.svelte';
  import Legend from '../figures/Legend.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();

  // Keys that belong to a part of a screen rather than to the whole.
  const inPlaces = [
    { shown: '1 – 9', name: 'Pick a reading, once R has led there' },
    { shown: 'Esc', name: 'Leave a field or a dialog' },
    { shown: 'Tab', name: 'The next control; Enter or space uses it' },
  ];
</script>

<Modal
  bind:open
  size="lg"
  class="dialog"
  title="Keys and signs"
  classes={{ header: 'text-ink border-hairline', body: 'text-ink' }}
>
  <div class="grid gap-x-10 gap-y-6 md:grid-cols-2">
    <dl class="grid grid-cols-[5rem_1fr] content-start gap-y-1">
      {#each [...actions.all, ...inPlaces] as action (action.name)}
        <dt><span class="key">{action.shown}</span></dt>
        <dd>{action.name}</dd>
      {/each}
    </dl>
    <Legend />
  </div>
  <p class="quiet">
    Planning aid for licensed clinicians. The material maker’s instructions, local rules and your judgement come first.
  </p>
</Modal>
