<script lang="ts">
  import { inPlace } from '../../parts/theme';
  import LineButton from '../../parts/LineButton.svelte';
  import { answer, api, type Schemas } from '../../api/client';
  import Field from '../../parts/Field.svelte';
  import { attempt } from '../../parts/notices.svelte';

  let { whole, onchanged }: { whole: Schemas['CaseView']; onchanged: () => Promise<void> } = $props();

  // A moment as a field for date and time wants it: local, to the minute.
  function local(at: string | null | undefined): string {
    if (!at) return '';
    const moment = new Date(at);
    return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
  }

  async function change(body: Schemas['CaseEntry'], field: HTMLInputElement | HTMLTextAreaElement, before: string) {
    const call = answer(api.PUT('/api/cases/{id}', { params: { path: { id: whole.id } }, body }));
    if ((await attempt(call)) === null) field.value = before;
    else await onchanged();
  }
</script>

<aside class="min-h-0 overflow-y-auto border-r border-hairline px-4 py-4" aria-label="About the case">
  <p class="quiet">case {whole.number}</p>
  <Field
    class="{inPlace} w-full! border-transparent font-plate text-[21px]"
    aria-label="Patient"
    maxlength={120}
    value={whole.patient}
    onleave={(field) => void change({ patient: field.value }, field, whole.patient)}
  />
  <label class="mt-3 flex flex-col">
    <span class="quiet">Visit</span>
    <Field
      class="text-[13px]"
      type="datetime-local"
      value={local(whole.visitAt)}
      onleave={(field) =>
        void change(
          field.value ? { visitAt: new Date(field.value).toISOString() } : { noVisit: true },
          field,
          local(whole.visitAt),
        )}
    />
  </label>
  <label class="mt-3 flex flex-col">
    <span class="quiet">Note</span>
    <Field
      multiline
      class="w-full! min-h-24 text-[14px]"
      maxlength={2000}
      value={whole.note}
      onleave={(field) => void change({ note: field.value }, field, whole.note)}
    />
  </label>
  <p class="quiet mt-4">Press <span class="key">/</span> to add a tooth to this case.</p>
  <LineButton class="mt-3 inline-block" href="/api/cases/{whole.id}/file" download>Save as file</LineButton>
</aside>
