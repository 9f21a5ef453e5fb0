<script setup lang="ts">
/** A class: its roster, adding students, the join code, and what holds for its dates. */
import { readRosterLines } from '@jolly/core';
import type { AddStudentsReply, ClassReply, ClassRequest, RosterStudent } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { localDayText } from '../../time/format';
import ClassSquare from '../../ui/ClassSquare.vue';
import { vFocusFirst } from '../../ui/focus-first';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope, useTermLine } from '../termline';
import ClassSettings from './ClassSettings.vue';

const { t, name, count } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const scope = useScope();
const classes = useLoad(() => ask<ClassReply[]>('GET', '/api/classes'));
const classId = computed(() => (typeof route.params.id === 'string' && route.params.id ? route.params.id : (scope.classId.value ?? classes.value.value?.[0]?.id ?? null)));
const current = computed(() => classes.value.value?.find((one) => one.id === classId.value) ?? null);
const roster = ref<RosterStudent[]>([]);
const { problem, attempt: tryTo } = useAttempt();
const said = ref('');

async function loadRoster(): Promise<void> {
  roster.value = classId.value ? await ask<RosterStudent[]>('GET', `/api/classes/${classId.value}/roster`).catch(() => []) : [];
}
watch(classId, loadRoster, { immediate: true });
const here = computed(() => roster.value.filter((one) => one.left === null));
const gone = computed(() => roster.value.filter((one) => one.left !== null));

function attempt(work: () => Promise<unknown>): Promise<boolean> {
  said.value = '';
  return tryTo(work);
}
async function refresh(): Promise<void> {
  await Promise.all([classes.reload(), loadRoster(), line.load()]);
}

const typed = ref('');
const lines = computed(() => readRosterLines(typed.value));
const names = computed(() => lines.value.flatMap((one) => (one.ok ? [{ givenName: one.givenName, familyName: one.familyName }] : [])));
const refused = computed(() => lines.value.flatMap((one) => (one.ok ? [] : [t(`class.lines.${one.reason}`, { line: one.line })])));
const add = (sameNamesMeant: boolean) =>
  attempt(async () => {
    const { added } = await ask<AddStudentsReply>('POST', `/api/classes/${classId.value}/roster`, { body: { students: names.value, ...(sameNamesMeant ? { sameNamesMeant } : {}) } });
    typed.value = '';
    said.value = count('class.added', added.length);
    await refresh();
  });
const leaving = ref<string | null>(null);
const leave = (studentId: string) =>
  attempt(async () => {
    await ask('DELETE', `/api/classes/${classId.value}/roster/${studentId}`);
    leaving.value = null;
    await refresh();
  });
const renew = () =>
  attempt(async () => {
    await ask('POST', `/api/classes/${classId.value}/join-code`);
    await classes.reload();
    said.value = t('class.renewed');
  });
const making = ref(false);
const newName = ref('');
const make = () =>
  attempt(async () => {
    // The first class takes the zone of this browser; further ones follow it.
    const first = (classes.value.value ?? []).length === 0;
    const body: ClassRequest = { name: newName.value, ...(first ? { zone: Intl.DateTimeFormat().resolvedOptions().timeZone } : {}) };
    const made = await ask<ClassReply>('POST', '/api/classes', { body });
    newName.value = '';
    making.value = false;
    await refresh();
    await router.push(`/class/${made.id}`);
  });
const address = computed(() => `${window.location.host}/join`);
const settings = (changed: ClassReply) => {
  classes.value.value = classes.value.value?.map((one) => (one.id === changed.id ? changed : one)) ?? null;
};
</script>

<template>
  <LoadGate :state="classes.state.value" :why="classes.why.value" @retry="classes.reload">
    <div class="page">
      <div class="row wrap classes">
        <RouterLink v-for="one in classes.value.value ?? []" :key="one.id" class="chip tab" :to="{ path: `/class/${one.id}`, query: scope.kept.value }" :aria-current="one.id === classId ? 'page' : undefined"><ClassSquare :hue="one.hue" /> {{ one.name }}</RouterLink>
        <button v-if="!making" class="btn" @click="making = true">{{ t('class.newClass') }}</button>
        <form v-else class="row" @submit.prevent="make"><label class="hidden-text" for="new-name">{{ t('class.name') }}</label><input id="new-name" v-model="newName" v-focus-first class="field" maxlength="120" required :placeholder="t('class.name')" dir="auto" /><button class="btn main">{{ t('class.make') }}</button><button type="button" class="btn quiet" @click="making = false">{{ t('common.cancel') }}</button></form>
      </div>
      <p v-if="problem && !current" class="note bad" role="alert">{{ problem.title }}</p>
      <div v-if="!current" class="note stack"><h2>{{ t('class.none') }}</h2><p>{{ t('class.noneHint') }}</p><button v-if="!making" class="btn main" @click="making = true">{{ t('class.newClass') }}</button></div>
      <div v-else class="columns">
        <section>
          <div class="heading"><h1 dir="auto">{{ current.name }}</h1><span class="small">{{ count('common.students', here.length) }} · {{ t('class.teachers') }} {{ current.teachers.map((one) => one.name).join(', ') }}</span></div>
          <div v-if="here.length === 0" class="note"><p>{{ t('class.empty') }}</p><p class="muted">{{ t('class.emptyHint') }}</p></div>
          <div v-else class="sheet wide-table">
            <table class="table">
              <thead><tr><th>{{ t('class.columns.student') }}</th><th>{{ t('class.columns.userName') }}</th><th>{{ t('class.columns.joined') }}</th><th><span class="hidden-text">{{ t('class.leave') }}</span></th></tr></thead>
              <tbody>
                <tr v-for="one in here" :key="one.id">
                  <td><RouterLink class="row-link" :to="{ path: `/progress/${current.id}/${one.id}`, query: scope.kept.value }" dir="auto">{{ name(one) }}</RouterLink></td>
                  <td :class="{ muted: !one.userName }">{{ one.userName ?? t('class.notJoined') }}</td>
                  <td class="muted nowrap">{{ localDayText(one.joined) }}</td>
                  <td class="end">
                    <span v-if="leaving === one.id" class="row sure"><span class="small">{{ t('class.leaveSure', { name: one.givenName }) }}</span><button class="btn" @click="leave(one.id)">{{ t('class.leaveYes') }}</button><button class="btn quiet" @click="leaving = null">{{ t('common.cancel') }}</button></span>
                    <button v-else class="btn quiet" @click="leaving = one.id">{{ t('class.leave') }}<span class="hidden-text"> {{ name(one) }}</span></button>
                  </td>
                </tr>
                <tr v-for="one in gone" :key="one.id" class="muted"><td dir="auto">{{ name(one) }}</td><td>{{ one.userName }}</td><td colspan="2">{{ t('class.leftOn', { day: localDayText(one.left!) }) }}</td></tr>
              </tbody>
            </table>
          </div>
        </section>
        <aside class="stack">
          <section class="sheet box">
            <h2>{{ t('class.joinCode') }}</h2>
            <p class="code">{{ current.joinCode }}</p>
            <p class="muted small">{{ t('class.joinHow', { address }) }}</p>
            <div class="row acts"><RouterLink class="btn" :to="`/class/${current.id}/code`">{{ t('class.showLarge') }}</RouterLink><button class="btn" @click="renew">{{ t('class.renew') }}</button></div>
          </section>
          <form class="sheet box" @submit.prevent="add(false)">
            <h2><label for="names">{{ t('class.addStudents') }}</label></h2>
            <p id="names-hint" class="muted small">{{ t('class.addHint') }}</p>
            <textarea id="names" v-model="typed" class="field names" rows="5" dir="auto" aria-describedby="names-hint" />
            <p v-for="one in refused" :key="one" class="alarm small" role="alert">{{ one }}</p>
            <div v-if="problem" class="note bad" role="alert">
              <p>{{ problem.title }}</p>
              <ul v-if="problem.errors.length > 0" class="small"><li v-for="one in problem.errors" :key="one.path">{{ one.message }}</li></ul>
              <button v-if="problem.code === 'roster.sameName'" type="button" class="btn" @click="add(true)">{{ t('class.sameMeant') }}</button>
            </div>
            <p v-if="said" class="good small" role="status">{{ said }}</p>
            <button class="btn main acts" :disabled="names.length === 0 || refused.length > 0">{{ count('class.addGo', names.length) }}</button>
          </form>
          <ClassSettings :key="current.id" :school-class="current" @changed="settings" />
        </aside>
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.classes { margin-block-end: 18px; gap: 6px; }
.tab { text-decoration: none; display: inline-flex; align-items: center; gap: 7px; }
.tab[aria-current] { border-color: var(--text); box-shadow: inset 0 -3px 0 var(--now); }
.columns { display: grid; grid-template-columns: minmax(0, 1fr) 380px; gap: 24px; }
.nowrap { white-space: nowrap; }
.end { text-align: end; }
.end .btn { min-height: 28px; padding-block: 2px; }
.sure { justify-content: flex-end; flex-wrap: wrap; }
.box { padding: 16px 18px; }
.code { font: 700 34px var(--font-head); letter-spacing: 0.12em; margin-block: 6px; }
.acts { margin-block-start: 10px; }
.names { margin-block: 8px 4px; resize: vertical; }
@media (max-width: 900px) { .columns { grid-template-columns: 1fr; } }
</style>
