<script lang="ts">
  import Select from 'flowbite-svelte/Select.svelte';
  import TypedField from '../../parts/Field.svelte';
  import { leaveOnEnter } from '../../parts/fields';
  import { inPlace } from '../../parts/theme';
  import { numberOf } from '../../words/typed';
  import { mm, standing } from '../../words/words';
  import type { Field, Line, ProtocolState } from './protocolState.svelte';

  let { book, line }: { book: ProtocolState; line: Line } = $props();

  const said = (field: Field) => (field.unit === 'mm' ? mm(field.number!) : String(field.number!).replace('-', '−'));

  function change(field: Field, input: { value: string }) {
    const number = numberOf(input.value);
    // What was typed stays until the answer comes; then the value that stands is shown again.
    if (number === null) {
      book.wrong = `“${input.value}” is no number.`;
      input.value = said(field);
    } else if (number !== field.number) {
      void book.set({ path: field.path, number }).then((taken) => {
        if (!taken) input.value = said(field);
      });
    } else input.value = said(field);
  }

  const departs = $derived(line.fields.some((field) => book.departs[field.path] !== undefined));
</script>

<div class="grid grid-cols-[minmax(9rem,1fr)_minmax(0,2fr)] items-baseline gap-x-5 border-b border-hairline py-1.5">
  <div>
    <span class="first-letter:uppercase inline-block {departs ? 'text-plum' : ''}">{line.words}</span>
    {#if line.text}<span class="quiet block">{line.text}</span>{/if}
    {#if line.source}
      <span class="quiet block">{line.source}, {standing(line.standing!)}</span>
    {/if}
  </div>
  <div class="flex flex-wrap items-baseline gap-x-5 gap-y-1">
    {#each line.fields as field (field.path)}
      {@const was = book.departs[field.path]}
      <label class="flex items-baseline gap-1.5">
        <span class="quiet">{field.words || (field.unit === '°' ? 'degrees' : field.unit || 'share')}</span>
        {#if field.number != null}
          <span class="flex items-baseline gap-1">
            <TypedField
              class="{inPlace} border-firm measure w-[3.6rem]! text-[22px] {was === undefined
                ? 'text-number'
                : 'text-plum'}"
              inputmode="decimal"
              aria-label="{line.group ? `${line.group}: ` : ''}{line.words} {field.words}"
              value={said(field)}
              onleave={(input) => change(field, input)}
              onkeydown={leaveOnEnter}
            />
          </span>
        {:else}
          <Select
            placeholder=""
            classes={{
              select: `${inPlace} border-firm measure py-0.5 text-[19px] ${was === undefined ? '' : 'text-plum'}`,
            }}
            aria-label="{line.words} {field.words}"
            value={field.choice}
            onchange={(event) => void book.set({ path: field.path, choice: event.currentTarget.value })}
          >
            {#each field.choices as choice (choice)}
              <option value={choice}>{choice.replaceAll('-', ' ')}</option>
            {/each}
          </Select>
        {/if}
        {#if was !== undefined}<s class="quiet">{was || 'none'}</s>{/if}
      </label>
    {/each}
  </div>
</div>
