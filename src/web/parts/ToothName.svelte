<script lang="ts">
  // The dentistry brackets are drawn: hardly any typeface has them.
  let { written }: { written: string } = $props();

  const brackets: Record<string, string> = {
    '⏌': 'border-r border-b',
    '⎿': 'border-l border-b',
    '⎾': 'border-l border-t',
    '⏋': 'border-r border-t',
  };
  const bracket = $derived([...written].find((sign) => sign in brackets));
</script>

{#if bracket}
  <span class="inline-block border-current! px-1 leading-none {brackets[bracket]}" aria-label={written}
    >{written.replace(bracket, '')}</span
  >
{:else}{written}{/if}
