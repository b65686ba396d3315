import type { ThemeConfig } from 'flowbite-svelte';

// The library sets a field's whole width and corners where merging of classes doesn't reach: one's own are marked important.
export const field =
  'rounded-[4px]! border-firm bg-paper px-[0.6rem] py-[0.4rem] text-[1rem] text-ink min-h-[38px] w-auto! placeholder:text-soft';
const tick = 'size-4 accent-(--plum) border-0 bg-transparent me-0';

/** How the controls of the library look here: an engraved plate's labels, not a web form. */
export const theme: ThemeConfig = {
  button: {
    base:
      'inline-block min-h-[34px] rounded-full border border-firm bg-leaf px-[0.8rem] py-[0.3rem]' +
      ' text-left text-[length:inherit] font-normal text-ink' +
      ' aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper' +
      ' disabled:cursor-default disabled:border-dotted disabled:text-soft disabled:opacity-100',
  },
  input: { input: field },
  select: { base: 'w-auto', select: field },
  checkbox: { base: tick, div: 'gap-2 min-h-9 font-normal text-[1rem] text-ink' },
  radio: { input: tick, label: 'gap-3 min-h-9 font-normal text-[1rem] text-ink' },
  table: { table: 'table-fixed text-[1rem] text-ink' },
  tableBodyRow: 'bg-transparent border-t border-hairline',
  tableBodyCell: 'px-0 pr-5 py-1.5 font-normal whitespace-normal text-ink',
};

/** A button that is a line of text, and whatever else looks like one. */
export const line =
  'inline-block min-h-[30px] cursor-pointer rounded-none border-0 border-b border-firm bg-transparent px-0 py-[0.2rem]' +
  ' hover:border-plum hover:text-plum';

/** A field that looks like the text it holds until it is pointed at. */
export const inPlace =
  'block min-h-0 rounded-none! border-0 border-b bg-transparent px-0 py-0 hover:border-firm focus:border-plum';
