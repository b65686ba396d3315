<script lang="ts">
  import Textarea from 'flowbite-svelte/Textarea.svelte';
  import Input from 'flowbite-svelte/Input.svelte';
  import { inPlace } from '../../parts/theme';
  import LineButton from '../../parts/LineButton.svelte';
  import { answer, api, type Schemas } from '../../api/client';
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
  <Input
    class="{inPlace} w-full! border-transparent font-plate text-[21px]"
    aria-label="Patient"
    maxlength={120}
    value={whole.patient}
    onchange={(event) => void change({ patient: event.currentTarget.value }, event.currentTarget, whole.patient)}
  />
  <label class="mt-3 flex flex-col">
    <span class="quiet">Visit</span>
    <Input
      class="text-[13px]"
      type="datetime-local"
      value={local(whole.visitAt)}
      onchange={(event) =>
        void change(
          event.currentTarget.value
            ? { visitAt: new Date(event.currentTarget.value).toISOString() }
            : { noVisit: true },
          event.currentTarget,
          local(whole.visitAt),
        )}
    />
  </label>
  <label class="mt-3 flex flex-col">
    <span class="quiet">Note</span>
    <Textarea
      classes={{ div: 'w-full', wrapper: 'box-border w-full! min-h-24 border-firm text-[14px]' }}
      maxlength={2000}
      value={whole.note}
      onchange={(event) => void change({ note: event.currentTarget.value }, event.currentTarget, whole.note)}
    />
  </label>
  <p class="quiet mt-4">Press <span class="key">/</span> to add a tooth to this case.</p>
  <LineButton class="mt-3 inline-block" href="/api/cases/{whole.id}/file" download>Save as file</LineButton>
</aside>
