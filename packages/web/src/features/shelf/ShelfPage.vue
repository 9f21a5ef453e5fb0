<script setup lang="ts">
/** The shelf: what a teacher keeps for use again, in folders, found by typing, shared with chosen colleagues. */
import { Button, Input } from 'ant-design-vue';
import { EMPTY_TEXT, type Rubric } from '@jolly/core';
import type { KeptFile, ShelfBody, ShelfItem, ShelfItemReply, ShelfKind } from '@jolly/server/contract';
import MiniSearch from 'minisearch';
import { useLocalStorage } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useScope } from '../termline';
import ShelfSheet from './ShelfSheet.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import FileButton from '../../ui/FileButton.vue';
import LinkButton from '../../ui/LinkButton.vue';
import PageActs from '../../ui/PageActs.vue';
import { useKeptHere } from '../../ui/kept-here';
import ShelfRows from './ShelfRows.vue';
import ShelfTabs from './ShelfTabs.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const KINDS: readonly ShelfKind[] = ['assignment', 'handout', 'rubric', 'worksheet', 'file'];
const { t, count } = useWords();
const scope = useScope();
const { problem, busy, attempt } = useAttempt();
const { state, value, why, reload } = useLoad(() => ask('GET /api/shelf'));
const typed = ref('');
const kind = ref<ShelfKind | null>(null);
const open = ref<ShelfItemReply | null>(null);
const placeOf = useKeptHere();
const inRows = useLocalStorage(() => placeOf('shelf-rows'), false);

const index = computed(() => {
  const search = new MiniSearch<ShelfItem>({
    fields: ['title', 'folder', 'words'],
    extractField: (item, field) => (field === 'words' ? item.tags.join(' ') : String(item[field as keyof ShelfItem] ?? '')),
    searchOptions: { prefix: true, fuzzy: 0.2, combineWith: 'AND' },
  });
  search.addAll(value.value?.items ?? []);
  return search;
});
const found = computed(() => {
  const items = value.value?.items ?? [];
  const hits = typed.value.trim() === '' ? null : new Set(index.value.search(typed.value).map((hit) => hit.id as string));
  return items.filter((item) => (kind.value === null || item.kind === kind.value) && (hits === null || hits.has(item.id)));
});
const folders = computed(() =>
  [...new Set(found.value.map((item) => item.folder))].map((name) => ({ name, items: found.value.filter((item) => item.folder === name) })),
);

const look = (item: ShelfItem) => attempt(async () => (open.value = await ask('GET /api/shelf/:itemId', { params: { itemId: item.id } })));
// Found by typing elsewhere: it lies open.
const route = useRoute();
const router = useRouter();
watch(
  [value, () => route.query.item],
  ([reply, id]) => {
    const item = reply?.items.find((one) => one.id === id);
    if (item && open.value?.id !== item.id) void look(item);
  },
  { immediate: true },
);
async function keep(title: string, body: ShelfBody): Promise<void> {
  await attempt(async () => {
    const item = await ask('POST /api/shelf', { body: { title, folder: '', tags: [], body } });
    await reload();
    await look(item);
  });
}
const newRubric = () => keep(t('shelf.newRubric'), { kind: 'rubric', rubric: { name: '', criteria: [] } satisfies Rubric });
const newWorksheet = () => keep(t('shelf.newWorksheet'), { kind: 'worksheet', text: EMPTY_TEXT });
const asCourse = (folder: string) =>
  attempt(async () => {
    await ask('POST /api/shelf/course-packages', { body: { folder } });
    await router.push('/archives');
  });
async function keepFile([file]: File[]): Promise<void> {
  if (!file) return;
  let kept: KeptFile | null = null;
  if (await attempt(async () => (kept = await ask('POST /api/files', { file })))) await keep(file.name, { kind: 'file', file: kept! });
}
/** Closed is closed, also where the address named what lay open. */
async function close(): Promise<void> {
  open.value = null;
  if (route.query.item !== undefined) await router.replace({ query: { ...route.query, item: undefined } });
}
async function changed(): Promise<void> {
  await close();
  await reload();
}
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div v-if="value" class="page reading">
      <div class="heading">
        <h1>{{ t('shelf.title') }}</h1>
        <span class="small grow">{{ t('shelf.sub') }}</span>
        <PageActs
          :more="t('shelf.more')"
          :rest="[
            { title: t('shelf.newRubric'), disabled: busy, press: newRubric },
            { title: t('shelf.newWorksheet'), disabled: busy, press: newWorksheet },
            { title: t('shelf.bringCourse'), to: '/archives' },
          ]"
          ><FileButton :disabled="busy" @files="keepFile">{{ t('shelf.keepFile') }}</FileButton></PageActs
        >
      </div>
      <ShelfTabs />
      <div v-if="value.items.length > 0" class="row wrap find">
        <Input
          v-model:value="typed"
          type="search"
          :placeholder="t('shelf.search')"
          :aria-label="t('shelf.search')"
          dir="auto"
          class="search"
        />
        <ToggleButton :on="kind === null" @click="kind = null">{{ t('shelf.allKinds') }}</ToggleButton>
        <ToggleButton v-for="one in KINDS" :key="one" :on="kind === one" @click="kind = kind === one ? null : one">
          {{ t(`shelf.kinds.${one}`) }}
        </ToggleButton>
        <span class="grow" /><ToggleButton :on="inRows" @click="inRows = !inRows">{{ t('shelf.inRows') }}</ToggleButton>
      </div>
      <ProblemNote :problem="problem" />
      <p v-if="value.items.length === 0" class="note">{{ t('shelf.empty') }}</p>
      <p v-else-if="found.length === 0" class="muted">{{ t('shelf.emptyFound') }}</p>
      <ShelfRows v-else-if="inRows" :items="found" @look="look" />
      <section v-for="folder in inRows ? [] : folders" :key="folder.name">
        <div class="row folder">
          <h2 dir="auto">{{ folder.name || t('shelf.noFolder') }}</h2>
          <Button
            type="link"
            :disabled="busy"
            :aria-label="`${t('shelf.asCourse')}: ${folder.name || t('shelf.noFolder')}`"
            @click="asCourse(folder.name)"
            >{{ t('shelf.asCourse') }}</Button
          >
        </div>
        <ul class="plain shelf">
          <li v-for="item in folder.items" :key="item.id" class="item" :class="item.kind">
            <span class="muted small"
              >{{ t(`shelf.kinds.${item.kind}`)
              }}<template v-if="!item.own"> · {{ t('shelf.sharedBy', { name: item.owner }) }}</template></span
            >
            <Button type="text" class="bare title" dir="auto" :aria-label="t('shelf.open', { title: item.title })" @click="look(item)">
              {{ item.title }}
            </Button>
            <span class="muted small" dir="auto">{{ [...item.tags, count('shelf.used', item.used)].join(' · ') }}</span>
            <LinkButton type="link" :to="{ path: '/compose', query: { ...scope.kept.value, shelf: item.id } }">{{
              t('shelf.use')
            }}</LinkButton>
          </li>
        </ul>
      </section>
      <ShelfSheet
        v-if="open"
        :key="`${open.id} ${open.version}`"
        :item="open"
        :colleagues="value.colleagues"
        :folders="[...new Set(value.items.map((one) => one.folder))].filter(Boolean)"
        @close="close"
        @changed="changed"
      />
    </div>
  </LoadGate>
</template>

<style scoped>
.find {
  margin-block-end: 14px;
}
.search {
  width: 190px;
}
section {
  margin-block-end: 20px;
}
section h2 {
  font-size: 17px;
  margin-block-end: 6px;
}
.folder {
  justify-content: space-between;
}
.shelf {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 10px;
  border-block-end: 5px solid var(--line);
  padding-block-end: 0;
  align-items: end;
}
.item {
  display: grid;
  gap: 3px;
  justify-items: start;
  background: var(--surface);
  border: 1px solid var(--line);
  border-block-end: 0;
  border-inline-start: 6px solid var(--act);
  border-radius: 4px 4px 0 0;
  padding: 9px 12px;
  min-width: 0;
}
.item.rubric {
  border-inline-start-style: double;
}
.item.worksheet {
  border-inline-start-style: dashed;
}
.item.file {
  border-inline-start-style: dotted;
}
.title {
  justify-content: stretch;
  align-items: stretch;
  border-radius: 0;
  border: 0;
  background: none;
  color: inherit;
  font: 600 16px var(--font);
  padding: 0;
  text-align: start;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.title:hover {
  text-decoration: underline;
}
</style>
