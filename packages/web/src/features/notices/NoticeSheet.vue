<script setup lang="ts">
/**
 * A notice, begun or changed. A new one stays in this browser until it is stored, whatever is closed meanwhile; of one that is
 * stored already, or tells of an event, the sheet asks before it drops what was typed.
 */
import { Button, Checkbox } from 'ant-design-vue';
import type { ClassReply, EventReply, TeacherNotice } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import same from 'fast-deep-equal';
import { computed, ref } from 'vue';
import { now, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FieldForm from '../../ui/FieldForm.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import { useKeptHere } from '../../ui/kept-here';
import SideSheet from '../../ui/SideSheet.vue';
import WhenField from '../../ui/WhenField.vue';
import { useWords } from '../../ui/use-words';
import { useEventTimes } from '../dates';
import { blankHands, blankNotice, draftOf, noticeOfEvent, type NoticeDraft } from './blank-notice';
import HandsField from './HandsField.vue';
import NoticeMore from './NoticeMore.vue';
import NoticeSays from './NoticeSays.vue';
import NoticeTo from './NoticeTo.vue';
import NoticeWith from './NoticeWith.vue';

const props = defineProps<{
  schoolClass: ClassReply;
  classes: readonly ClassReply[];
  /** null: a new one */
  notice: TeacherNotice | null;
  /** a new one asks for hands */
  asksHands?: boolean;
  /** a new one tells of this event */
  event?: EventReply | null;
}>();
const emit = defineEmits<{ close: []; stored: [TeacherNotice] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const placeOf = useKeptHere();
const { whenOf, againOf } = useEventTimes();
const newId = () => crypto.randomUUID();
function fresh(): NoticeDraft {
  const one = blankNotice(props.schoolClass.id, props.schoolClass.noticeAnswers, newId);
  return props.asksHands ? { ...one, hands: blankHands(newId) } : one;
}
/** What the form begins with where something is there to begin with. */
function filledIn(): NoticeDraft | null {
  if (props.notice) return draftOf(props.notice);
  if (!props.event) return null;
  const when = [whenOf(props.event), againOf(props.event)].filter(Boolean).join(', ');
  const taught = props.classes.map(({ id }) => id);
  return noticeOfEvent(fresh(), props.event, when, taught);
}
const own = ref<NoticeDraft | null>(filledIn());
const begun = JSON.parse(JSON.stringify(own.value)) as NoticeDraft | null;
const kept = useLocalStorage<NoticeDraft | null>(() => placeOf('notice', ...(props.asksHands ? ['hands'] : [])), null, {
  serializer: { read: (text) => JSON.parse(text) as NoticeDraft | null, write: (value) => JSON.stringify(value) },
});
const isWritten = (one: NoticeDraft) =>
  one.phrases.length > 0 ||
  one.attachments.length > 0 ||
  one.hands?.choices.some((choice) => choice.text !== '') ||
  JSON.stringify(one.words).includes('"text":"') ||
  Object.values(one.words).some((words) => words.title !== '');
const fromBefore = ref(begun === null && kept.value !== null && isWritten(kept.value));
if (begun === null && !fromBefore.value) kept.value = fresh();
const version = ref(props.notice?.version ?? 0);
const draft = computed({ get: () => own.value ?? kept.value!, set: (one) => (begun ? (own.value = one) : (kept.value = one)) });
const isUp = computed(() => props.notice?.stand === 'up' || props.notice?.stand === 'over');
const dirty = computed(() => begun !== null && !same(JSON.parse(JSON.stringify(draft.value)), begun));
const tell = ref(true);
const later = ref(props.notice?.stand === 'timed');

function anew(): void {
  kept.value = fresh();
  fromBefore.value = false;
}
const store = (goesOut: 'draft' | 'now' | 'at') =>
  attempt(async () => {
    const { id, at, ...body } = JSON.parse(JSON.stringify(draft.value)) as NoticeDraft;
    const stored = await ask('PUT /api/notices/:noticeId', {
      params: { noticeId: id },
      body: { ...body, goesOut, at: goesOut === 'at' ? at : null, tell: isUp.value && tell.value, version: version.value },
    });
    if (!begun) kept.value = null;
    emit('stored', stored);
  });
const theirs = computed(() =>
  problem.value?.code === 'conflict.changedMeanwhile' ? (problem.value.current as TeacherNotice | undefined) : undefined,
);
function takeTheirs(): void {
  version.value = theirs.value!.version;
  own.value = draftOf(theirs.value!);
  problem.value = null;
}
const hadRead = computed(() => props.notice?.read ?? 0);
const send = () => store(!isUp.value && later.value ? 'at' : 'now');
</script>

<template>
  <SideSheet
    open
    :title="t(notice ? 'notices.change' : asksHands ? 'notices.newHands' : 'notices.new')"
    :width="700"
    :unsaved="dirty"
    @close="emit('close')"
  >
    <FieldForm :problem="theirs ? null : problem" :inert="busy" @send="send">
      <p v-if="fromBefore" class="note row wrap">
        <span class="grow">{{ t('notices.fromBefore') }}</span><Button size="small" @click="anew">{{ t('notices.anew') }}</Button>
      </p>
      <NoticeTo v-model="draft" :classes="classes" />
      <NoticeSays v-model="draft"
        ><HandsField
          v-if="draft.hands"
          v-model="draft.hands"
          :zone="schoolClass.calendar.zone"
          :begun="(notice?.handCount?.chosen ?? 0) > 0"
      /></NoticeSays>
      <NoticeWith v-model="draft" />
      <FoldedPart :title="t('notices.more')"><NoticeMore v-model="draft" /></FoldedPart>
      <Button v-if="!draft.hands" type="link" @click="draft.hands = blankHands(newId)">{{ t('notices.newHands') }}</Button>
      <Checkbox v-if="isUp && hadRead > 0" v-model:checked="tell">{{ count('notices.hadRead', hadRead) }}</Checkbox>
      <div v-if="theirs" class="note bad row wrap" role="alert">
        <span class="grow">{{ t('notices.theirs') }}</span>
        <Button
          @click="
            version = theirs.version;
            problem = null;
          "
          >{{ t('notices.keepMine') }}</Button><Button @click="takeTheirs">{{ t('notices.takeTheirs') }}</Button>
      </div>
      <template #acts>
        <div class="row wrap acts">
          <template v-if="later && !isUp"
            ><WhenField v-model="draft.at" :zone="schoolClass.calendar.zone" usual-time="08:00" :label="t('notices.at')" /><Button
              type="primary"
              html-type="submit"
              :disabled="busy || draft.at === null"
              >{{ t('notices.putUpAt') }}</Button
            ><Button @click="later = false">{{ t('notices.nowInstead') }}</Button></template
          >
          <template v-else
            ><Button type="primary" html-type="submit" :disabled="busy || draft.classes.length === 0">{{
              t(isUp ? 'notices.save' : 'notices.putUp')
            }}</Button
            ><Button v-if="!isUp" @click="((later = true), (draft.at ??= now() + 3_600_000))">{{ t('notices.later2') }}</Button></template
          >
          <Button v-if="!isUp" :disabled="busy || draft.classes.length === 0" @click="store('draft')">{{ t('notices.draft') }}</Button>
        </div>
      </template>
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
.acts {
  position: sticky;
  inset-block-end: -24px;
  z-index: 2;
  background: var(--surface);
  border-block-start: 1px solid var(--line);
  padding-block: 12px;
  margin-block-start: 12px;
}
</style>
