<script lang="ts" generics="T extends string">
  interface Option {
    value: T;
    words: string;
    note?: string | null;
  }
  let {
    title,
    options,
    value,
    onpick,
  }: { title: string; options: readonly Option[]; value: T; onpick: (value: T) => void } = $props();
</script>

<div role="group" aria-label={title} class="mb-3">
  <p class="quiet mb-1">{title}</p>
  <div class="flex flex-wrap gap-1.5">
    {#each options as option (option.value)}
      <button
        class="pill text-[13px] first-letter:uppercase"
        aria-pressed={option.value === value}
        title={option.note ?? undefined}
        onclick={() => option.value !== value && onpick(option.value)}>{option.words}</button
      >
    {/each}
  </div>
</div>
