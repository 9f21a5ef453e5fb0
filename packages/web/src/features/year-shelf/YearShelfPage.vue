<script setup lang="ts">
/** The year's shelf of a class as its teachers put it in order, with how many have opened what. */
import { Button, Input } from 'ant-design-vue';
import { addedAt, addedLast } from '@jolly/core';
import type { ShelvedHandout } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ActMenu from '../../ui/ActMenu.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import LinkButton from '../../ui/LinkButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import type { Act } from '../../ui/page-acts';
import ProblemNote from '../../ui/ProblemNote.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { vSortable } from '../../ui/sortable';
import { useWords } from '../../ui/use-words';
import { ClassFrame, useClasses } from '../classes';
import { useScope } from '../termline';
import OpenedSheet from './OpenedSheet.vue';
import { useYearShelf } from './use-year-shelf';

const { t, when } = useWords();
const route = useRoute();
const scope = useScope();
const classes = useClasses();
const classId = computed(() => String(route.params.id));
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/year-shelf', { params: { classId: classId.value } }),
  [classId],
);
const shelf = useYearShelf(classId, value);
const { folders, problem, busy } = shelf;
const fixed = computed(() => classes.all?.find((one) => one.id === classId.value)?.putAwayAt != null);
const last = computed(() => addedLast(value.value?.handouts ?? [])?.assignmentId);

/** whose readers are shown */
const seen = ref<ShelvedHandout | null>(null);
/** which folder is named, or what goes into a new one */
const naming = ref<{ folder: string } | { assignmentId: string } | null>(null);
const folderName = ref('');
function name(what: NonNullable<typeof naming.value>): void {
  naming.value = what;
  folderName.value = 'folder' in what ? what.folder : '';
}
async function named(): Promise<void> {
  const what = naming.value!;
  await ('folder' in what ? shelf.rename(what.folder, folderName.value) : shelf.into(what.assignmentId, folderName.value));
  // What was typed stays where it could not be stored.
  if (!problem.value) naming.value = null;
}
const actsOf = (folder: number, at: number, { assignmentId }: ShelvedHandout): Act[] => {
  const all = folders.value;
  const { handouts, folder: own } = all[folder]!;
  return [
    { title: t('yearShelf.up'), press: () => shelf.move(folder, at, -1), disabled: at === 0 },
    { title: t('yearShelf.down'), press: () => shelf.move(folder, at, 1), disabled: at === handouts.length - 1 },
    ...all
      .filter((one) => one.folder !== '' && one.folder !== own)
      .map((one) => ({ title: t('yearShelf.into', { folder: one.folder }), press: () => shelf.into(assignmentId, one.folder) })),
    { title: t('yearShelf.newFolder'), press: () => name({ assignmentId }) },
    ...(own === '' ? [] : [{ title: t('yearShelf.out'), press: () => shelf.into(assignmentId, '') }]),
    { title: t('yearShelf.off'), press: () => shelf.takeOff(assignmentId) },
  ];
};
const folderActs = (at: number, folder: string): Act[] => [
  { title: t('yearShelf.folderUp'), press: () => shelf.moveFolder(at, -1), disabled: at === 0 || folders.value[at - 1]!.folder === '' },
  { title: t('yearShelf.folderDown'), press: () => shelf.moveFolder(at, 1), disabled: at === folders.value.length - 1 },
  { title: t('yearShelf.rename'), press: () => name({ folder }) },
];
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <div class="heading">
      <h2>{{ t('yearShelf.title') }}</h2>
      <span class="muted small grow">{{ t('yearShelf.hint') }}</span>
      <LinkButton v-if="!fixed" :to="{ path: '/compose', query: { ...scope.kept.value, class: classId, kind: 'handout' } }">{{
        t('yearShelf.newHandout')
      }}</LinkButton>
    </div>
    <LoadGate :state="state" :why="why" @retry="reload">
      <div class="columns">
        <section>
          <ProblemNote :problem="problem" />
          <div v-if="folders.length === 0" class="note stack">
            <p>{{ t('yearShelf.none') }}</p>
            <p class="muted">{{ t('yearShelf.noneHint') }}</p>
          </div>
          <div v-for="(group, place) in folders" :key="group.folder" class="folder">
            <div v-if="group.folder !== ''" class="row">
              <h3 class="grow" dir="auto">{{ group.folder }}</h3>
              <ActMenu
                v-if="!fixed"
                small
                :title="t('yearShelf.folder')"
                :label="t('yearShelf.actsOf', { title: group.folder })"
                :acts="folderActs(place, group.folder)"
              />
            </div>
            <ul v-sortable="{ group: 'year-shelf', list: String(place), moved: shelf.drag, handle: '[data-handle]' }" class="plain sheet">
              <li v-for="(one, at) in group.handouts" :key="one.assignmentId" class="row line" :data-drag="fixed ? undefined : ''">
                <span v-if="!fixed" class="handle" data-handle aria-hidden="true">⋮⋮</span>
                <span class="grow"
                  ><RouterLink :to="{ path: `/compose/${one.briefId}`, query: scope.kept.value }" dir="auto">{{ one.title }}</RouterLink
                  ><span class="small under muted">{{
                    addedAt(one) === null
                      ? t('yearShelf.draft')
                      : t(one.assignmentId === last ? 'yearShelf.addedLast' : 'yearShelf.added', {
                          when: when(addedAt(one)!, schoolClass.calendar.zone),
                        })
                  }}</span></span
                >
                <Button v-if="one.of > 0" type="link" size="small" @click="seen = one">{{
                  t('yearShelf.opened', { n: one.opened, of: one.of })
                }}</Button>
                <ActMenu
                  v-if="!fixed"
                  small
                  :title="t('yearShelf.acts')"
                  :label="t('yearShelf.actsOf', { title: one.title })"
                  :acts="actsOf(place, at, one)"
                />
              </li>
            </ul>
          </div>
        </section>
        <aside v-if="!fixed && value">
          <h2>{{ t('yearShelf.others') }}</h2>
          <p v-if="value.others.length === 0" class="muted">{{ t('yearShelf.othersNone') }}</p>
          <ul class="plain">
            <li v-for="one in value.others" :key="one.assignmentId" class="row line">
              <span class="grow"
                ><span dir="auto">{{ one.title }}</span
                ><span v-if="one.issuedAt === null" class="small under muted">{{ t('yearShelf.draft') }}</span></span
              >
              <Button
                size="small"
                :disabled="busy"
                :aria-label="t('yearShelf.putOnOf', { title: one.title })"
                @click="shelf.putOn(one.assignmentId)"
                >{{ t('yearShelf.putOn') }}</Button
              >
            </li>
          </ul>
        </aside>
      </div>
    </LoadGate>
    <OpenedSheet v-if="seen" :class-id="classId" :handout="seen" :zone="schoolClass.calendar.zone" @close="seen = null" />
    <SideSheet
      v-if="naming"
      open
      :title="'folder' in naming ? t('yearShelf.renameTitle', { folder: naming.folder }) : t('yearShelf.newFolder')"
      @close="naming = null"
    >
      <FieldForm :problem="problem" @send="named">
        <FormLine :label="t('yearShelf.folderName')" for="year-folder"
          ><Input id="year-folder" v-model:value="folderName" :maxlength="60" autocomplete="off"
        /></FormLine>
        <Button type="primary" html-type="submit" :disabled="busy || folderName.trim() === ''">{{ t('yearShelf.folderSet') }}</Button>
      </FieldForm>
    </SideSheet>
  </ClassFrame>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 28px;
}
.folder {
  margin-block-end: 16px;
}
.line {
  padding: 8px 12px;
  border-block-end: 1px solid var(--line-2);
}
.folder > .row {
  margin-block-end: 6px;
}
.under {
  display: block;
}
.handle {
  cursor: grab;
  color: var(--ink-2);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
