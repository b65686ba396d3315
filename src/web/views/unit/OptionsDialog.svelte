<script lang="ts">
  import Modal from 'flowbite-svelte/Modal.svelte';
  import type { Unit } from '../../api/client';
  import OptionsTable from '../../parts/OptionsTable.svelte';
  import type { UnitState } from './unitState.svelte';

  let { open = $bindable(false), unitState, unit }: { open: boolean; unitState: UnitState; unit: Unit } = $props();
</script>

<Modal bind:open size="xl" placement="top-center" class="dialog mt-10" aria-label="Options">
  <h2 class="font-plate text-[22px]">{unit.written}: options side by side</h2>
  {#if open}
    <OptionsTable
      {unit}
      ground="leaf"
      ontake={(inputs) => {
        unitState.replace(inputs);
        open = false;
      }}
    />
  {/if}
</Modal>
