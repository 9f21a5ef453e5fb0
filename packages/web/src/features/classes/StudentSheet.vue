<script setup lang="ts">
/** One student of a class: names and keys, how they sign in, leaving and coming back. */
import { Button, Input } from 'ant-design-vue';
import { LANGUAGES, type Language } from '@jolly/core';
import type { RosterStudent, StudentChange, StudentPasswordReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ classId: string; student: RosterStudent | null }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name } = useWords();
const FIELDS = ['givenName', 'familyName', 'shownAs', 'schoolNumber', 'email'] as const;
const typed = ref<Record<(typeof FIELDS)[number], string>>({ givenName: '', familyName: '', shownAs: '', schoolNumber: '', email: '' });
const given = ref<StudentPasswordReply | null>(null);
const sure = ref<'leave' | 'password' | 'card' | null>(null);
const said = ref('');
const { problem, busy, attempt } = useAttempt();

watch(
  () => props.student?.id,
  () => {
    const one = props.student;
    if (one)
      typed.value = {
        givenName: one.givenName,
        familyName: one.familyName,
        shownAs: one.shownAs ?? '',
        schoolNumber: one.schoolNumber ?? '',
        email: one.email ?? '',
      };
    [given.value, sure.value, said.value, problem.value] = [null, null, '', null];
  },
  { immediate: true },
);
const own = () => ({ classId: props.classId, studentId: props.student!.id });
const act = (work: () => Promise<unknown>, word = '') =>
  attempt(async () => {
    await work();
    [sure.value, said.value] = [null, word];
    emit('changed');
  });
function save(): void {
  const one = props.student!;
  const body: StudentChange = {};
  if (typed.value.givenName.trim() !== one.givenName) body.givenName = typed.value.givenName;
  if (typed.value.familyName.trim() !== one.familyName) body.familyName = typed.value.familyName;
  for (const field of ['shownAs', 'schoolNumber', 'email'] as const)
    if (typed.value[field].trim() !== (one[field] ?? '')) body[field] = typed.value[field].trim() || null;
  if (Object.keys(body).length === 0) emit('close');
  else void act(() => ask('PATCH /api/classes/:classId/roster/:studentId', { params: own(), body }), t('class.copied'));
}
const VIEWS = { class: null, simple: true, usual: false } as const;
/** What the teachers of this class have chosen, or what the student chose since. */
const view = computed(() => {
  const one = props.student?.ownView ?? props.student?.simpleView ?? null;
  return one === null ? 'class' : one ? 'simple' : 'usual';
});
const choose = (which: keyof typeof VIEWS) =>
  act(() => ask('PATCH /api/classes/:classId/roster/:studentId', { params: own(), body: { simpleView: VIEWS[which] } }), t('class.copied'));
const giveWords = (which: Language | 'own') =>
  act(
    () => ask('PATCH /api/classes/:classId/roster/:studentId', { params: own(), body: { wordsLanguage: which === 'own' ? null : which } }),
    t('class.copied'),
  );
const newPassword = () =>
  act(
    async () =>
      (given.value = await ask('POST /api/classes/:classId/roster/:studentId/password', {
        params: own(),
      })),
  );
</script>

<template>
  <SideSheet :open="student !== null" :title="student ? name(student) : ''" @close="emit('close')">
    <div v-if="student" class="stack">
      <p v-if="student.elsewhere" class="note small">{{ t('student.elsewhere') }}</p>
      <FieldForm :problem="problem" @send="save">
        <FormLine
          v-for="field in FIELDS"
          :key="field"
          :label="t(`student.${field}`)"
          :for="`student-${field}`"
          :path="field"
          :hint="field === 'shownAs' ? t('student.shownAsHint') : undefined"
        >
          <Input
            :id="`student-${field}`"
            v-model:value="typed[field]"
            :type="field === 'email' ? 'email' : 'text'"
            :maxlength="field === 'email' ? 200 : 80"
            :required="field === 'givenName'"
            :disabled="student.elsewhere && field !== 'shownAs'"
            dir="auto"
          />
        </FormLine>
        <template #acts>
          <div class="row">
            <Button type="primary" html-type="submit" :disabled="busy">{{ t('common.save') }}</Button><span
              v-if="said"
              class="good small"
              role="status"
              >{{ said }}</span
            >
          </div>
        </template>
      </FieldForm>
      <section v-if="student.left === null" class="stack part">
        <h3>{{ t('student.signIn') }}</h3>
        <p class="small">{{ student.userName ? t('student.userName', { name: student.userName }) : t('student.noUserName') }}</p>
        <p v-if="student.elsewhere" class="muted small">{{ t('student.signInElsewhere') }}</p>
        <div v-else-if="given" class="note" role="status">
          <p>{{ t('student.passwordIs', { name: given.userName }) }}</p>
          <p class="secret">{{ given.password }}</p>
          <p class="muted small">{{ t('student.passwordOnce') }}</p>
        </div>
        <template v-else>
          <div v-if="sure === 'password'" class="row wrap">
            <span class="small">{{ t('student.passwordSure') }}</span><Button @click="newPassword"> {{ t('student.passwordYes') }}</Button
            ><Button type="link" @click="sure = null">{{ t('common.cancel') }}</Button>
          </div>
          <Button v-else @click="sure = 'password'">{{ t('student.newPassword') }}</Button>
        </template>
        <template v-if="student.cardMadeAt !== null && !student.elsewhere">
          <div v-if="sure === 'card'" class="row wrap">
            <span class="small">{{ t('student.cardSure') }}</span><Button
              @click="act(() => ask('DELETE /api/classes/:classId/roster/:studentId/card', { params: own() }), t('student.cardGone'))"
            >
              {{ t('student.cardYes') }}</Button
            ><Button type="link" @click="sure = null">{{ t('common.cancel') }}</Button>
          </div>
          <Button v-else @click="sure = 'card'">{{ t('student.revokeCard') }}</Button>
        </template>
      </section>
      <section class="stack part">
        <h3>{{ t('student.inClass') }}</h3>
        <template v-if="student.left !== null"
          ><p class="small muted">{{ t('student.hasLeft') }}</p>
          <Button @click="act(() => ask('POST /api/classes/:classId/roster/:studentId/back', { params: own() }), t('student.isBack'))">
            {{ t('student.back') }}
          </Button></template
        >
        <template v-else>
          <FormLine :label="t('student.view')" for="student-view" :hint="student.ownView === null ? undefined : t('student.viewOwn')">
            <SelectField
              id="student-view"
              :model-value="view"
              :disabled="busy"
              :options="(['class', 'simple', 'usual'] as const).map((one) => ({ value: one, label: t(`student.views.${one}`) }))"
              @update:model-value="choose"
            />
          </FormLine>
          <FormLine :label="t('student.words')" for="student-words" :hint="t('student.wordsHint')">
            <SelectField
              id="student-words"
              :model-value="student.wordsLanguage ?? 'own'"
              :disabled="busy"
              :options="[
                { value: 'own' as const, label: t('student.wordsOwn') },
                ...LANGUAGES.map((value) => ({ value, label: t(`wording.languages.${value}`) })),
              ]"
              @update:model-value="giveWords"
            />
          </FormLine>
          <div v-if="sure === 'leave'" class="row wrap">
            <span class="small">{{ t('class.leaveSure', { name: student.givenName }) }}</span><Button
              @click="act(() => ask('DELETE /api/classes/:classId/roster/:studentId', { params: own() }))"
            >
              {{ t('class.leaveYes') }}</Button
            ><Button type="link" @click="sure = null">{{ t('common.cancel') }}</Button>
          </div>
          <Button v-else @click="sure = 'leave'">{{ t('class.leave') }}</Button>
        </template>
      </section>
    </div>
  </SideSheet>
</template>

<style scoped>
.part {
  border-block-start: 1px solid var(--line);
  padding-block-start: 14px;
  margin-block-start: 20px;
}
.secret {
  font: 700 24px var(--font-head);
  letter-spacing: 0.08em;
  margin-block: 4px;
}
</style>
