<script setup lang="ts">
/** An event: looked at by whoever sees it, put in and changed by who teaches its classes. */
import { Button, Checkbox, Input, Textarea } from 'ant-design-vue';
import type { LocalDate } from '@jolly/core';
import type { EventBody, EventReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FieldForm from '../../ui/FieldForm.vue';
import FileButton from '../../ui/FileButton.vue';
import { useKeptDraft, useKeptHere } from '../../ui/kept-here';
import FormLine from '../../ui/FormLine.vue';
import SideSheet from '../../ui/SideSheet.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useUnsaved } from '../../ui/use-unsaved';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';
import { useSession } from '../accounts';
import { useClasses } from '../classes';
import EventSeen from './EventSeen.vue';
import EventTimesField from './EventTimesField.vue';

const props = defineProps<{
  /** null: a new one */
  eventId: string | null;
  /** for which classes a new one is, to begin with */
  classIds: readonly string[];
  day: LocalDate;
}>();
const emit = defineEmits<{ close: []; stored: [] }>();
const { t } = useWords();
const session = useSession();
const router = useRouter();
const classes = useClasses();
const { problem, busy, attempt } = useAttempt();
const stored = ref<EventReply | null>(null);
const blank: EventBody & { id: string } = {
  id: props.eventId ?? crypto.randomUUID(),
  classIds: [...props.classIds],
  wholeSchool: false,
  title: '',
  text: '',
  place: '',
  from: props.day,
  to: props.day,
  begins: null,
  ends: null,
  repeat: null,
  families: true,
  attachments: [],
};
const place = useKeptHere()('event', props.day, ...props.classIds);
const fresh = props.eventId === null ? useKeptDraft(place, blank) : null;
const draft = fresh?.draft ?? ref(blank);
const { id } = draft.value;
const { unsaved, settle } = useUnsaved(() => draft.value);
const changing = ref(props.eventId === null);
const load = () =>
  attempt(async () => {
    const {
      by: _b,
      classNames: _c,
      zone: _z,
      mine: _m,
      version: _v,
      ...body
    } = (stored.value = await ask('GET /api/events/:eventId', {
      params: { eventId: id },
    }));
    draft.value = JSON.parse(JSON.stringify(body)) as typeof blank;
    settle();
  });
if (props.eventId !== null) void load();
if (session.me?.role === 'teacher' && !classes.all) void classes.load().catch(() => undefined);
const keeper = computed(() => session.me?.keeper === true);
const put = (files: File[]) =>
  attempt(async () => {
    for (const file of files)
      draft.value.attachments.push({ id: crypto.randomUUID(), kind: 'file', title: '', file: await ask('POST /api/files', { file }) });
  });
const store = () =>
  attempt(async () => {
    fresh?.keep();
    const { id: _, ...body } = draft.value;
    await ask('PUT /api/events/:eventId', { params: { eventId: id }, body: { ...body, version: stored.value?.version ?? 0 } });
    fresh?.drop();
    emit('stored');
  }).then(() => {
    // Said once that it was changed meanwhile, it may be written over.
    if (problem.value?.code === 'conflict.changedMeanwhile') stored.value = problem.value.current as EventReply;
  });
function cancel(): void {
  fresh?.drop();
  emit('close');
}
/** The noticeboard on which it can be told: a calendar tells nobody by itself. */
const boardOf = computed(() => {
  if (session.me?.role !== 'teacher' || !stored.value) return null;
  const taught = (classes.active ?? []).map((one) => one.id);
  const of = stored.value.wholeSchool ? props.classIds : stored.value.classIds;
  return of.find((one) => taught.includes(one)) ?? null;
});
async function tell(classId: string): Promise<void> {
  await router.push({ path: `/class/${classId}/notices`, query: { event: id } });
  emit('close');
}
const remove = () =>
  attempt(async () => {
    await ask('DELETE /api/events/:eventId', { params: { eventId: id } });
    emit('stored');
  });
const nameOf = (one: EventBody['attachments'][number]) => one.title || (one.kind === 'file' ? one.file.name : one.url);
</script>

<template>
  <SideSheet
    open
    :title="t(eventId === null ? 'events.add' : 'events.one')"
    :width="560"
    :unsaved="unsaved && fresh === null"
    @close="emit('close')"
  >
    <EventSeen v-if="stored && !changing" :event="stored">
      <div class="row wrap">
        <Button v-if="stored.mine" type="primary" @click="changing = true">{{ t('notices.edit') }}</Button><Button
          v-if="boardOf"
          @click="tell(boardOf)"
          >{{ t('events.tell') }}</Button
        ><a :href="addressOf('GET /api/events/:eventId/event.ics', { params: { eventId: id } })" download>{{ t('events.file') }}</a>
      </div>
    </EventSeen>
    <FieldForm v-else-if="changing" :problem="problem" :inert="busy" @send="store">
      <FormLine :label="t('events.title')" for="event-title" path="title"
        ><Input id="event-title" v-model:value="draft.title" :maxlength="200" required dir="auto"
      /></FormLine>
      <FormLine :label="t('events.classes')" path="classIds">
        <div class="row wrap" role="group" :aria-label="t('events.classes')">
          <ToggleButton
            v-for="one in classes.active"
            :key="one.id"
            :on="!draft.wholeSchool && draft.classIds.includes(one.id)"
            @click="
              draft.classIds = withOrWithout(draft.classIds, one.id, !draft.classIds.includes(one.id));
              draft.wholeSchool = false;
            "
            ><span dir="auto">{{ one.label }}</span></ToggleButton
          ><ToggleButton v-if="keeper" :on="draft.wholeSchool" @click="draft.wholeSchool = !draft.wholeSchool">{{
            t('events.wholeSchool')
          }}</ToggleButton>
        </div></FormLine
      >
      <EventTimesField v-model="draft" />
      <FormLine :label="t('events.place')" for="event-place" path="place"
        ><Input id="event-place" v-model:value="draft.place" :maxlength="200" dir="auto"
      /></FormLine>
      <FormLine :label="t('events.text')" for="event-text" path="text"
        ><Textarea id="event-text" v-model:value="draft.text" :auto-size="{ minRows: 2, maxRows: 10 }" :maxlength="4000" dir="auto"
      /></FormLine>
      <Checkbox v-model:checked="draft.families">{{ t('events.families') }}</Checkbox>
      <div class="row wrap">
        <FileButton :disabled="busy" multiple @files="put">{{ t('notices.file') }}</FileButton>
        <span v-for="one in draft.attachments" :key="one.id" class="row"
          ><span class="clip" dir="auto">{{ nameOf(one) }}</span
          ><Button
            type="link"
            size="small"
            :aria-label="t('notices.drop', { name: nameOf(one) })"
            @click="draft.attachments = draft.attachments.filter((other) => other.id !== one.id)"
            >×</Button
          ></span
        >
      </div>
      <template #acts
        ><div class="row wrap">
          <Button type="primary" html-type="submit" :disabled="busy || draft.title.trim() === ''">{{ t('events.store') }}</Button><Button
            @click="cancel"
            >{{ t('common.cancel') }}</Button
          ><span class="grow" /><Button v-if="stored" type="link" :disabled="busy" @click="remove">{{ t('events.remove') }}</Button>
        </div></template
      >
    </FieldForm>
    <p v-else-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
    <p v-else class="muted" role="status">{{ t('common.loading') }}</p>
  </SideSheet>
</template>
