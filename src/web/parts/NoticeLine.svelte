<script lang="ts">
  import LineButton from './LineButton.svelte';
  import Toast from 'flowbite-svelte/Toast.svelte';
  import { notices } from './notices.svelte';

  const notice = $derived(notices.current);
</script>

<div class="fixed bottom-4 left-1/2 z-50 -translate-x-1/2" role="status" aria-live="polite">
  {#if notice}
    <Toast
      dismissable={false}
      class="dialog max-w-xl border-l-4 px-4 py-3 {notice.warning ? 'border-l-critical' : 'border-l-plum'}"
    >
      <div class="flex items-center gap-5">
        <span class="min-w-0 text-ink wrap-anywhere">{notice.text}</span>
        {#if notice.action}
          <LineButton
            class="font-semibold"
            onclick={() => {
              notice.action?.run();
              notices.clear();
            }}>{notice.action.label}</LineButton
          >
        {/if}
        <LineButton onclick={() => notices.clear()}>Close</LineButton>
      </div>
    </Toast>
  {/if}
</div>
