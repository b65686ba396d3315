<script lang="ts">
  import Modal from 'flowbite-svelte/Modal.svelte';
  import { actions } from '../actions.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();
</script>

<Modal
  bind:open
  size="sm"
  class="dialog"
  title="Keys"
  classes={{ header: 'text-ink border-hairline', body: 'text-ink' }}
>
  <dl class="grid grid-cols-[7rem_1fr] gap-y-2">
    {#each actions.all as action (action.name)}
      <dt><span class="key">{action.shown}</span></dt>
      <dd>{action.name}</dd>
    {/each}
  </dl>
  <p class="quiet">
    Planning aid for licensed clinicians. The material maker’s instructions, local rules and your judgement come first.
  </p>
</Modal>
