<script lang="ts">
  import LineButton from './LineButton.svelte';
  import { notices } from './notices.svelte';

  const notice = $derived(notices.current);
</script>

<!-- A line of its own between the screen and its foot: it covers nothing. -->
<div aria-live="polite" class="shrink-0">
  {#if notice}
    <div
      role={notice.warning ? 'alert' : 'status'}
      class="flex items-center gap-5 border-t border-l-4 border-hairline bg-leaf px-6 py-1.5 {notice.warning
        ? 'border-l-critical'
        : 'border-l-plum'}"
    >
      <span class="min-w-0 flex-1 text-ink wrap-anywhere">{notice.text}</span>
      {#if notice.action}
        <LineButton
          class="font-semibold whitespace-nowrap"
          onclick={() => {
            const run = notice.action?.run;
            notices.clear();
            run?.();
          }}>{notice.action.label}</LineButton
        >
      {/if}
      <LineButton onclick={() => notices.clear()}>Close</LineButton>
    </div>
  {/if}
</div>
