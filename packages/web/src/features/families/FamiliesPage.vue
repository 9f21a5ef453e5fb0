<script setup lang="ts">
/** The families of a class: who is linked, which codes are out, inviting more, and what families are shown. */
import { Button } from 'ant-design-vue';
import type { ClassReply, StudentFamilies } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { dateText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import { ClassFrame, useClasses } from '../classes';
import FamilySheet from './FamilySheet.vue';
import WriteHomeSheet from './WriteHomeSheet.vue';
import ListTable from '../../ui/ListTable.vue';
import { byNumber, byText, type ListColumn } from '../../ui/list-view';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, name, count } = useWords();
const route = useRoute();
const classes = useClasses();
const { problem, attempt } = useAttempt();
const id = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(() => ask('GET /api/classes/:classId/families', { params: { classId: id.value } }), [id]);
const chosen = ref<string[]>([]);
const inviting = ref(false);
const writing = ref<StudentFamilies | null>(null);
const students = computed(() => (value.value ?? []).filter((one) => chosen.value.includes(one.student.id)));
const without = computed(() =>
  (value.value ?? []).filter((one) => one.families.length === 0 && one.codes.length === 0).map((one) => one.student.id),
);
const columns = computed((): ListColumn<StudentFamilies>[] => [
  { key: 'student', title: t('progress.columns.student'), sort: byText(({ student }) => `${student.familyName} ${student.givenName}`) },
  { key: 'linked', title: t('families.linked'), sort: byNumber((one) => -one.families.length) },
  { key: 'codes', title: t('families.codes'), sort: byNumber((one) => -one.codes.length) },
  { key: 'home', title: t('progress.act.home'), acts: true },
]);
const revoke = (codeId: string) =>
  attempt(async () => {
    await ask('DELETE /api/classes/:classId/families/codes/:codeId', { params: { classId: id.value, codeId } });
    await reload();
  });
const leaving = ref<{ student: StudentFamilies; familyId: string; family: string } | null>(null);
const unlink = () =>
  attempt(async () => {
    const { student, familyId } = leaving.value!;
    await ask('DELETE /api/classes/:classId/progress/:studentId/families/:familyId', {
      params: { classId: id.value, studentId: student.student.id, familyId },
    });
    leaving.value = null;
    await reload();
  });
const show = (one: ClassReply, change: Partial<Pick<ClassReply, 'familyTotals' | 'familyFeedback' | 'familyWork' | 'familyAsks'>>) =>
  attempt(() => classes.change(one, change));
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <section class="sheet shown">
        <h2>{{ t('families.shown') }}</h2>
        <p class="small muted">{{ t('families.shownHint') }}</p>
        <StoredCheck
          :on="schoolClass.familyTotals"
          :disabled="schoolClass.putAwayAt !== null"
          :store="(familyTotals) => show(schoolClass, { familyTotals })"
          >{{ t('families.showTotals') }}</StoredCheck
        >
        <StoredCheck
          :on="schoolClass.familyFeedback"
          :disabled="schoolClass.putAwayAt !== null"
          :store="(familyFeedback) => show(schoolClass, { familyFeedback })"
          >{{ t('families.showFeedback') }}</StoredCheck
        >
        <StoredCheck
          :on="schoolClass.familyWork"
          :disabled="schoolClass.putAwayAt !== null"
          :store="(familyWork) => show(schoolClass, { familyWork })"
          >{{ t('families.showWork') }}</StoredCheck
        >
        <StoredCheck
          :on="schoolClass.familyAsks"
          :disabled="schoolClass.putAwayAt !== null"
          :store="(familyAsks) => show(schoolClass, { familyAsks })"
          >{{ t('families.mayAsk') }}</StoredCheck
        >
      </section>
      <div class="heading bar">
        <h2>{{ t('families.title') }}</h2>
        <span class="small grow">{{ t('families.hint') }}</span><Button :disabled="without.length === 0" @click="chosen = without">
          {{ count('families.chooseWithout', without.length) }}</Button
        ><Button type="primary" :disabled="chosen.length === 0" @click="inviting = true">
          {{ count('families.invite', chosen.length) }}
        </Button>
      </div>
      <ProblemNote :problem="problem" />
      <p v-if="value?.length === 0" class="note">{{ t('progress.noStudents') }}</p>
      <ListTable
        v-else
        v-model:chosen="chosen"
        name="families"
        :label="t('families.title')"
        :rows="value ?? []"
        :columns="columns"
        :key-of="(one) => one.student.id"
        :name-of="(one) => name(one.student)"
        :empty="t('progress.noStudents')"
      >
        <template #student="{ row: one }"
          ><strong dir="auto">{{ name(one.student) }}</strong></template
        >
        <template #linked="{ row: one }">
          <p v-for="family in one.families" :key="family.id" class="line">
            <span dir="auto">{{ family.name }}</span><span class="muted small after-name"
              >{{ family.email ?? t('families.noMail') }} · {{ t(`wording.languages.${family.language}`) }}</span
            ><Button
              type="link"
              size="small"
              :aria-label="`${t('families.unlink')}: ${family.name}`"
              @click="leaving = { student: one, familyId: family.id, family: family.name }"
            >
              {{ t('families.unlink') }}
            </Button>
          </p>
          <span v-if="one.families.length === 0" class="muted">{{ t('families.nobody') }}</span>
        </template>
        <template #codes="{ row: one }">
          <p v-for="code in one.codes" :key="code.id" class="line small">
            <span>{{
              t(code.email ? 'families.codeMailed' : 'families.codePrinted', {
                day: dateText(code.madeAt, schoolClass.calendar.zone),
                email: code.email,
              })
            }}</span><Button type="link" size="small" @click="revoke(code.id)">{{ t('families.revoke') }}</Button>
          </p>
        </template>
        <template #home="{ row: one }">
          <Button v-if="one.families.length > 0" :aria-label="`${t('progress.act.home')}: ${name(one.student)}`" @click="writing = one">
            {{ t('progress.act.home') }}
          </Button>
        </template>
      </ListTable>
      <div v-if="leaving" class="note bad ask" role="alertdialog" :aria-label="t('families.unlink')">
        <p>{{ t('families.unlinkAsk', { family: leaving.family, name: name(leaving.student.student) }) }}</p>
        <div class="row">
          <Button type="primary" @click="unlink">{{ t('families.unlinkGo') }}</Button><Button @click="leaving = null">
            {{ t('common.cancel') }}
          </Button>
        </div>
      </div>
    </LoadGate>
    <FamilySheet :open="inviting" :class-id="id" :students="students" @close="inviting = false" @changed="reload" />
    <WriteHomeSheet :open="writing !== null" :class-id="id" :student="writing?.student ?? null" @close="writing = null" />
  </ClassFrame>
</template>

<style scoped>
.shown {
  padding: 12px 18px;
  margin-block-end: 18px;
}
.shown h2 {
  font-size: 17px;
}
.shown .row {
  padding-block: 4px;
}
.bar {
  margin-block-end: 8px;
}
.line {
  margin: 0;
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.after-name {
  margin-inline-start: 2px;
}
.ask {
  position: sticky;
  inset-block-end: 12px;
  margin-block-start: 12px;
}
</style>
