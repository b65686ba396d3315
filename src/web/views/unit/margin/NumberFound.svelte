<script lang="ts">
  import type { Findings } from '../../../api/client';
  import Stepper from '../../../parts/Stepper.svelte';
  import type { Measured } from '../entries';
  import type { UnitState } from '../unitState.svelte';

  type Single = { [K in keyof Findings]-?: NonNullable<Findings[K]> extends number ? K : never }[keyof Findings];
  /** One number found on the tooth, or one of several by place. */
  type Place = { field: Single; at?: undefined } | { field: Measured; at: string };

  let {
    unitState,
    field,
    at,
    label,
    by,
    most,
    signed = false,
    unknown = false,
  }: {
    unitState: UnitState;
    label: string;
    by?: number;
    most?: number;
    signed?: boolean;
    /** Whether it may not have been looked at. */
    unknown?: boolean;
  } & Place = $props();

  const found = $derived(unitState.inputs.findings?.[field]);
  const value = $derived(typeof found === 'object' && at !== undefined ? found?.[at as keyof typeof found] : found);

  function take(wanted: number) {
    if (at === undefined) unitState.changeFindings({ [field]: wanted });
    else unitState.measure(field as Measured, at, wanted);
  }
</script>

<Stepper
  tight
  {label}
  value={typeof value === 'number' ? value : unknown ? null : 0}
  least={signed ? undefined : 0}
  {most}
  {signed}
  {by}
  empty="?"
  onstep={take}
/>
