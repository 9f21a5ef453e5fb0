<script setup lang="ts">
/** Groups of a class: picked, pasted, or dealt out at random from a seed; moved by dragging or by the arrow keys. */
import { Button, Input, Textarea } from 'ant-design-vue';
import { plusDays, randomGroups, readGroups } from '@jolly/core';
import type { GroupingBody, GroupingReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import { localDayText } from '../../time/format';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import ClassFrame from './ClassFrame.vue';
import GroupLists from './GroupLists.vue';
import NumberField from '../../ui/NumberField.vue';
import RadioField from '../../ui/RadioField.vue';
import FieldForm from '../../ui/FieldForm.vue';

interface Draft extends Omit<GroupingBody, 'groups'> {
  id: string | null;
  version: number;
  groups: { id: string | null; name: string; studentIds: string[] }[];
}
const SEED_LETTERS = '3479CFHKMNPRTX';

const { t, count } = useWords();
const route = useRoute();
const line = useTermLine();
const { state, value, why, reload } = useLoad(async () => {
  const [groupings, roster] = await Promise.all([
    ask('GET /api/classes/:classId/groupings', { params: { classId: String(route.params.id) } }),
    ask('GET /api/classes/:classId/roster', { params: { classId: String(route.params.id) } }),
  ]);
  return { groupings, students: roster.filter((one) => one.left === null) };
}, [() => route.params.id]);
const students = computed(() => value.value?.students ?? []);

const draft = ref<Draft | null>(null);
const dirty = ref(false);
const into = ref(4);
const pasted = ref('');
const pasting = ref(false);
const unknown = ref<ReturnType<typeof readGroups>['unknown']>([]);
const { problem, busy, attempt } = useAttempt();
const sure = ref(false);
// A few letters that can be said aloud; it is no secret, only a name for one way of dealing out.
const newSeed = () => Array.from(crypto.getRandomValues(new Uint8Array(4)), (byte) => SEED_LETTERS[byte % SEED_LETTERS.length]).join('');
// A draft belongs to the class it was begun in: it is never saved for the next.
watch(
  () => route.params.id,
  () => ([draft.value, dirty.value] = [null, false]),
);
const begin = (more: Partial<Draft>) => {
  draft.value = { id: null, version: 0, name: '', seed: null, until: null, groups: [], ...more };
  [dirty.value, problem.value, pasting.value, sure.value] = [true, null, false, false];
};
const pick = () => begin({ groups: [1, 2].map((n) => ({ id: null, name: t('groups.groupN', { n }), studentIds: [] })) });
function deal(seed: string): void {
  const dealt = randomGroups(
    students.value.map((one) => one.id),
    Math.max(1, Math.min(into.value, 40)),
    seed,
  );
  const before = draft.value;
  const groups = dealt.map((studentIds, index) => ({
    id: before?.groups[index]?.id ?? null,
    name: before?.groups[index]?.name ?? t('groups.groupN', { n: index + 1 }),
    studentIds,
  }));
  begin({ ...(before ? { id: before.id, version: before.version, name: before.name, until: before.until } : {}), seed, groups });
}
function takePasted(): void {
  const read = readGroups(pasted.value, students.value);
  unknown.value = read.unknown;
  if (read.groups.length > 0) begin({ groups: read.groups.map((group) => ({ id: null, ...group })) });
}
const open = ({ madeAt: _, ...grouping }: GroupingReply) => {
  draft.value = JSON.parse(JSON.stringify(grouping)) as Draft;
  [dirty.value, problem.value, sure.value] = [false, null, false];
};

const save = () =>
  attempt(async () => {
    const { id, version, ...body } = draft.value!;
    const stored =
      id === null
        ? await ask('POST /api/classes/:classId/groupings', { params: { classId: String(route.params.id) }, body })
        : await ask('PUT /api/classes/:classId/groupings/:groupingId', {
            params: { classId: String(route.params.id), groupingId: id },
            body: { ...body, version },
          });
    await reload();
    open(stored);
  });
const remove = () =>
  attempt(async () => {
    if (draft.value!.id !== null)
      await ask('DELETE /api/classes/:classId/groupings/:groupingId', {
        params: { classId: String(route.params.id), groupingId: draft.value!.id },
      });
    [draft.value, dirty.value] = [null, false];
    await reload();
  });
const takeTheirs = () => open(problem.value!.current as GroupingReply);
const today = computed(() => line.today);
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="students.length === 0" class="note">{{ t('groups.noStudents') }}</p>
      <div v-else class="groups">
        <aside class="stack">
          <ul v-if="value!.groupings.length > 0" class="plain sheet kept">
            <li v-for="one in value!.groupings" :key="one.id">
              <Button type="text" class="bare grouping" :aria-current="draft?.id === one.id ? 'true' : undefined" @click="open(one)">
                <strong dir="auto">{{ one.name }}</strong>{{ ' '
                }}<span class="muted small">{{
                  [count('groups.count', one.groups.length), one.until && t('groups.until', { day: localDayText(one.until) })]
                    .filter(Boolean)
                    .join(' · ')
                }}</span>
              </Button>
            </li>
          </ul>
          <p v-else class="muted">{{ t('groups.none') }}</p>
          <section v-if="schoolClass.putAwayAt === null" class="sheet box stack">
            <h2>{{ t('groups.make') }}</h2>
            <FieldForm lies="row" @send="deal(newSeed())">
              <label for="into" class="small">{{ t('groups.into') }}</label><NumberField
                id="into"
                v-model="into"
                class="into"
                :min="1"
                :max="40"
              /><Button type="primary" html-type="submit">
                {{ t('groups.random') }}
              </Button>
            </FieldForm>
            <div class="row">
              <Button @click="pick">{{ t('groups.pick') }}</Button><Button :aria-expanded="pasting" @click="pasting = !pasting">
                {{ t('groups.paste') }}
              </Button>
            </div>
            <FieldForm v-if="pasting" @send="takePasted">
              <label for="pasted" class="small">{{ t('groups.pasteHint') }}</label><Textarea
                id="pasted"
                v-model:value="pasted"
                :auto-size="{ minRows: 4, maxRows: 12 }"
                dir="auto"
              /><Button type="primary" html-type="submit" :disabled="pasted.trim() === ''">
                {{ t('groups.pasteGo') }}
              </Button>
            </FieldForm>
            <ul v-if="unknown.length > 0" class="note bad small unknown">
              <li v-for="one in unknown" :key="`${one.line} ${one.text}`">
                {{ t(`groups.unknown.${one.why}`, { line: one.line, text: one.text }) }}
              </li>
            </ul>
          </section>
        </aside>
        <section v-if="draft">
          <FieldForm lies="row" class="head" @send="save">
            <label class="hidden-text" for="grouping-name">{{ t('groups.name') }}</label>
            <Input
              id="grouping-name"
              v-model:value="draft.name"
              :maxlength="80"
              required
              :placeholder="t('groups.name')"
              dir="auto"
              class="title"
              @input="dirty = true"
            />
            <RadioField
              class="small"
              :model-value="draft.until !== null"
              :options="[
                { value: false, label: t('groups.keep') },
                { value: true, label: t('groups.once') },
              ]"
              @update:model-value="((draft.until = $event ? plusDays(today, 0) : null), (dirty = true))"
            />
            <span class="grow" />
            <span v-if="draft.seed" class="small muted">{{ t('groups.seed', { seed: draft.seed }) }}</span>
            <Button v-if="draft.seed" @click="deal(newSeed())">{{ t('groups.again') }}</Button>
            <Button
              :type="dirty ? 'primary' : 'default'"
              html-type="submit"
              :disabled="busy || !dirty || draft.name.trim() === '' || schoolClass.putAwayAt !== null"
            >
              {{ dirty ? t('groups.save') : t('groups.saved') }}
            </Button>
            <template v-if="sure"
              ><Button @click="remove">{{ t('groups.dissolveYes') }}</Button
              ><Button type="link" @click="sure = false">{{ t('common.cancel') }}</Button></template
            >
            <Button v-else type="link" @click="draft.id === null ? remove() : (sure = true)">
              {{ draft.id === null ? t('common.cancel') : t('groups.dissolve') }}
            </Button>
          </FieldForm>
          <div v-if="problem" class="note bad" role="alert">
            <p>{{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}</p>
            <Button v-if="problem.code === 'conflict.changedMeanwhile'" @click="takeTheirs">
              {{ t('compose.conflictTheirs') }}
            </Button>
          </div>
          <p class="muted small how">{{ t('groups.how') }}</p>
          <GroupLists v-model="draft.groups" :students="students" @changed="dirty = true" />
        </section>
        <p v-else class="note choose">{{ t('groups.choose') }}</p>
      </div>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: 290px minmax(0, 1fr);
  gap: 24px;
  align-items: start;
}
.grouping {
  justify-content: stretch;
  align-items: stretch;
  border-radius: 0;
  width: 100%;
  display: grid;
  text-align: start;
  background: none;
  border: 0;
  border-block-end: 1px solid var(--line-2);
  padding: 9px 14px;
  cursor: pointer;
  color: inherit;
  overflow-wrap: anywhere;
}
.grouping[aria-current] {
  background: var(--surface-now);
  box-shadow: inset 3px 0 0 var(--now);
}
.box {
  padding: 14px 16px;
}
.into {
  width: 60px;
}
.box .row {
  gap: 8px;
}
.unknown {
  padding-inline-start: 28px;
}
.head {
  gap: 10px;
  margin-block-end: 6px;
}
.title {
  width: 220px;
  font-weight: 650;
}
.how {
  margin-block: 6px 10px;
}
.choose {
  align-self: start;
}
@media (max-width: 900px) {
  .groups {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
