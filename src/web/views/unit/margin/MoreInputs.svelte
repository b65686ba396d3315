<script lang="ts">
  import Button from 'flowbite-svelte/Button.svelte';
  import type { Inputs, Schemas, Unit } from '../../../api/client';
  import Field from '../../../parts/Field.svelte';
  import { notices } from '../../../parts/notices.svelte';
  import Pills from '../../../parts/Pills.svelte';
  import { numberOf } from '../../../words/typed';
  import type { UnitState } from '../unitState.svelte';

  let { unitState, unit }: { unitState: UnitState; unit: Unit } = $props();

  type Place = Schemas['TransitionPlace'];
  const places: { value: Place; words: string }[] = [
    { value: 'facial-of-contact', words: 'Before contact' },
    { value: 'mid-contact', words: 'Mid contact' },
    { value: 'lingual-of-contact', words: 'Past contact' },
  ];
  const allowances = [
    { value: '0', words: 'One pass' },
    { value: '0.2', words: '0.2' },
    { value: '0.3', words: '0.3' },
  ];
  const sizes = [
    { key: 'length', words: 'Length' },
    { key: 'mesiodistal', words: 'Mesiodistal' },
    { key: 'faciolingual', words: 'Faciolingual' },
  ] as const;

  type WallSide = Unit['traits']['wallSides'][number];
  const kinds = ['groove', 'box'] as const;
  const featureAt = (side: WallSide) => unit.plan.features?.find((one) => one.side === side)?.kind;

  function setFeature(side: WallSide, kind: (typeof kinds)[number]) {
    const others = (unit.plan.features ?? []).filter((one) => one.side !== side);
    const features = others.map((one) => ({ kind: one.kind, side: one.side }));
    unitState.change({ features: featureAt(side) === kind ? features : [...features, { kind, side }] });
  }

  function setSize(key: (typeof sizes)[number]['key'], text: string) {
    const value = numberOf(text);
    if (value === null && text.trim() !== '') {
      notices.warn(`“${text}” is no length in millimetres.`);
      return;
    }
    const size: NonNullable<Inputs['sizeMm']> = { ...unitState.inputs.sizeMm };
    if (value === null) delete size[key];
    else size[key] = value;
    unitState.change({ sizeMm: Object.keys(size).length > 0 ? size : undefined });
  }
</script>

<div>
  <p class="quiet">Measured size, mm; average where empty</p>
  {#each sizes as size (size.key)}
    <label class="flex items-center justify-between gap-2 py-0.5 text-[14px]">
      {size.words}
      <Field
        class="measure w-18!"
        inputmode="decimal"
        placeholder={unit.drawing.size[size.key].toFixed(1)}
        value={String(unitState.inputs.sizeMm?.[size.key] ?? '')}
        onleave={(field) => setSize(size.key, field.value)}
      />
    </label>
  {/each}
  {#each unit.plan.transitions as { side, place } (side)}
    {@const field = side === 'mesial' ? 'mesialTransition' : 'distalTransition'}
    <Pills
      title="Facial margin, {side}ly"
      options={places}
      value={unitState.inputs[field] ?? place}
      onpick={(wanted) => unitState.change({ [field]: wanted })}
    />
  {/each}
  {#if unit.traits.wallSides.length > 0}
    <p class="quiet mt-1">Grooves and boxes in the walls</p>
    {#each unit.traits.wallSides as side (side)}
      <div class="flex items-center gap-1.5 py-0.5 text-[14px]" role="group" aria-label="{side} wall">
        <span class="flex-1 first-letter:uppercase">{side}</span>
        {#each kinds as kind (kind)}
          <Button
            class="text-[13px] first-letter:uppercase"
            aria-pressed={featureAt(side) === kind}
            onclick={() => setFeature(side, kind)}>{kind}</Button
          >
        {/each}
      </div>
    {/each}
  {/if}
  <Pills
    title="Leave for the fine pass"
    options={allowances}
    value={String(unitState.inputs.finishingAllowanceMm ?? unit.plan.finishingAllowanceMm)}
    onpick={(value) => unitState.change({ finishingAllowanceMm: Number(value) })}
  />
</div>
