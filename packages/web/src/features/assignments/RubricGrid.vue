<script setup lang="ts">
/**
 * A rubric built in a grid with the keyboard: criteria down, levels across. Tab goes from field to field, Enter
 * to the next criterion and makes one at the end. Says what is wrong with it, and what may be meant so.
 */
import { Button, Input, Textarea } from 'ant-design-vue';
import { parsePoints, rubricMax, rubricRemarks, unmilli, type Rubric, type RubricCriterion, type RubricLevel } from '@jolly/core';
import { computed, nextTick, ref } from 'vue';
import { askWithTable, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useWords } from '../../ui/use-words';
import FileButton from '../../ui/FileButton.vue';
import TagsField from '../../ui/TagsField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ modelValue: Rubric; aims: readonly string[] }>();
const emit = defineEmits<{ 'update:modelValue': [Rubric] }>();
const { t, points } = useWords();
const { problem, attempt } = useAttempt();
const root = ref<HTMLElement | null>(null);
const pasting = ref(false);
const pasted = ref('');
const readProblems = ref<string[]>([]);

const remarks = computed(() => {
  const where = (path: string) => {
    const [, index] = path.split('.');
    return props.modelValue.criteria[Number(index)]?.name || t('rubric.criterionN', { n: Number(index) + 1 });
  };
  const all = rubricRemarks(props.modelValue).map(({ path, why, only }) => ({
    only,
    text: t(`rubric.remarks.${why}`, { where: where(path) }),
  }));
  return all.filter((one, index) => all.findIndex((other) => other.text === one.text) === index);
});
const max = computed(() => points(rubricMax(props.modelValue)));

const newLevel = (value: number): RubricLevel => ({ id: crypto.randomUUID(), name: '', descriptor: '', points: value, upTo: null });
/** Levels like those of the criterion before, so that a grid grows even. */
function newCriterion(): RubricCriterion {
  const before = props.modelValue.criteria.at(-1);
  const levels = before
    ? before.levels.map((level) => ({ ...newLevel(level.points), name: level.name, upTo: level.upTo }))
    : [newLevel(0), newLevel(1000), newLevel(2000)];
  return { id: crypto.randomUUID(), name: '', weight: 1000, aims: [], levels };
}
const put = (criteria: RubricCriterion[]) => emit('update:modelValue', { ...props.modelValue, criteria });
const change = (index: number, changes: Partial<RubricCriterion>) =>
  put(props.modelValue.criteria.map((one, at) => (at === index ? { ...one, ...changes } : one)));
const changeLevel = (index: number, level: number, changes: Partial<RubricLevel>) =>
  change(index, { levels: props.modelValue.criteria[index]!.levels.map((one, at) => (at === level ? { ...one, ...changes } : one)) });
const typed = (event: Event) => (event.target as HTMLInputElement).value;
const number = (text: string) => parsePoints(text) ?? 0;
const orNull = (text: string) => (text.trim() === '' ? null : parsePoints(text));

async function focusCriterion(index: number): Promise<void> {
  await nextTick();
  root.value?.querySelectorAll<HTMLElement>('.criterion-name')[index]?.focus();
}
async function addCriterion(): Promise<void> {
  put([...props.modelValue.criteria, newCriterion()]);
  await focusCriterion(props.modelValue.criteria.length);
}
function next(index: number): void {
  if (index + 1 < props.modelValue.criteria.length) void focusCriterion(index + 1);
  else void addCriterion();
}

async function read(table: Blob): Promise<void> {
  await attempt(async () => {
    const reply = await askWithTable('POST /api/rubrics/read', table, { body: { name: props.modelValue.name } });
    readProblems.value = reply.problems.map((one) => one.message);
    emit('update:modelValue', reply.rubric);
    pasting.value = false;
    pasted.value = '';
  });
}
const readPasted = () => read(new Blob([pasted.value]));
const takeOut = (format: 'csv' | 'xlsx') =>
  attempt(() =>
    download('POST /api/rubrics/table', `${props.modelValue.name || 'rubric'}.${format}`, { body: { rubric: props.modelValue, format } }),
  );
</script>

<template>
  <div ref="root" class="stack">
    <div class="row wrap">
      <Input
        :value="modelValue.name"
        :placeholder="t('rubric.name')"
        :aria-label="t('rubric.name')"
        :maxlength="200"
        dir="auto"
        class="name"
        :value-modifiers="{ lazy: true }"
        @change="emit('update:modelValue', { ...modelValue, name: typed($event) })"
      />
      <strong>{{ t('rubric.total', { n: max }) }}</strong><span class="muted small grow">{{ t('rubric.keys') }}</span>
      <Button type="link" :aria-expanded="pasting" @click="pasting = !pasting">{{ t('rubric.paste') }}</Button>
      <FileButton accept=".csv,.xlsx,.ods,.tsv,.txt" link @files="([file]) => void read(file!)">{{ t('rubric.file') }}</FileButton>
      <template v-if="modelValue.criteria.length > 0"
        ><span class="muted small">{{ t('rubric.takeOut') }}</span
        ><Button v-for="format in ['csv', 'xlsx'] as const" :key="format" type="link" @click="takeOut(format)">
          .{{ format }}
        </Button></template
      >
    </div>
    <div v-if="pasting" class="stack sheet paste">
      <label class="label" for="rubric-paste">{{ t('rubric.pasteHint') }}</label>
      <Textarea id="rubric-paste" v-model:value="pasted" :auto-size="{ minRows: 5, maxRows: 12 }" dir="auto" />
      <div>
        <Button type="primary" :disabled="pasted.trim() === ''" @click="readPasted">{{ t('rubric.read') }}</Button>
      </div>
    </div>
    <ProblemNote :problem="problem" />
    <ul v-if="readProblems.length > 0" class="note small">
      <li v-for="one in readProblems" :key="one">{{ one }}</li>
    </ul>

    <section
      v-for="(criterion, index) in modelValue.criteria"
      :key="criterion.id"
      class="sheet criterion"
      @keydown.enter.exact.prevent="next(index)"
    >
      <div class="row head">
        <Input
          :value="criterion.name"
          :placeholder="t('rubric.criterionN', { n: index + 1 })"
          :aria-label="t('rubric.criterionN', { n: index + 1 })"
          :maxlength="200"
          dir="auto"
          class="criterion-name"
          @update:value="(name: string) => change(index, { name })"
        />
        <label class="row small muted"
          >{{ t('rubric.weight')
          }}<Input
            inputmode="decimal"
            :value="unmilli(criterion.weight)"
            class="short"
            :value-modifiers="{ lazy: true }"
            @change="change(index, { weight: number(typed($event)) || 1000 })"
        /></label>
        <TagsField
          class="aims"
          :model-value="criterion.aims"
          :proposals="aims"
          :label="t('rubric.aims')"
          :placeholder="t('rubric.aims')"
          :maxlength="120"
          @keydown.enter.stop
          @update:model-value="(aims) => change(index, { aims })"
        />
        <Button
          type="link"
          :aria-label="t('rubric.dropCriterion', { name: criterion.name || t('rubric.criterionN', { n: index + 1 }) })"
          @click="put(modelValue.criteria.filter((_, at) => at !== index))"
        >
          ×
        </Button>
      </div>
      <div class="levels">
        <div
          v-for="(level, at) in criterion.levels"
          :key="level.id"
          class="level"
          role="group"
          :aria-label="t('rubric.level', { n: at + 1 })"
        >
          <div class="row">
            <Input
              :value="level.name"
              :placeholder="t('rubric.levelName')"
              :aria-label="t('rubric.levelName')"
              :maxlength="80"
              dir="auto"
              :value-modifiers="{ lazy: true }"
              @change="changeLevel(index, at, { name: typed($event) })"
            />
            <Input
              inputmode="decimal"
              :value="unmilli(level.points)"
              :aria-label="t('rubric.points')"
              class="short"
              :value-modifiers="{ lazy: true }"
              @change="changeLevel(index, at, { points: number(typed($event)) })"
            />
            <Input
              inputmode="decimal"
              :value="level.upTo === null ? '' : unmilli(level.upTo)"
              :placeholder="t('rubric.upTo')"
              :aria-label="t('rubric.upTo')"
              class="short"
              :value-modifiers="{ lazy: true }"
              @change="changeLevel(index, at, { upTo: orNull(typed($event)) })"
            />
            <Button
              v-if="criterion.levels.length > 1"
              type="link"
              class="drop"
              :aria-label="t('rubric.dropLevel', { n: at + 1 })"
              @click="change(index, { levels: criterion.levels.filter((_, one) => one !== at) })"
            >
              ×
            </Button>
          </div>
          <Textarea
            :auto-size="{ minRows: 3, maxRows: 12 }"
            :value="level.descriptor"
            :placeholder="t('rubric.descriptor')"
            :aria-label="t('rubric.descriptor')"
            :maxlength="2000"
            dir="auto"
            :value-modifiers="{ lazy: true }"
            @keydown.enter.shift.stop
            @change="changeLevel(index, at, { descriptor: typed($event) })"
          />
        </div>
        <Button
          type="link"
          class="add"
          @click="
            change(index, {
              levels: [...criterion.levels, newLevel((criterion.levels.at(-1)?.upTo ?? criterion.levels.at(-1)?.points ?? 0) + 1000)],
            })
          "
        >
          {{ t('rubric.addLevel') }}
        </Button>
      </div>
    </section>
    <div>
      <Button @click="addCriterion">{{ t('rubric.addCriterion') }}</Button>
    </div>
    <ul class="plain small remarks">
      <li v-for="one in remarks" :key="one.text" :class="one.only === 'refused' && modelValue.criteria.length > 0 ? 'alarm' : 'muted'">
        {{ one.text }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
/* Room for one is kept: what stands below must not move away under a press that ends the typing. */
.remarks {
  min-block-size: 1.6em;
}
.name {
  width: 260px;
  font-weight: 600;
}
.paste {
  padding: 12px 14px;
}
.criterion {
  padding: 12px 14px;
}
.head {
  gap: 10px;
  margin-block-end: 8px;
}
.criterion-name {
  flex: 2;
  font-weight: 600;
}
.aims {
  flex: 1;
  min-width: 120px;
}
.short {
  width: 58px;
  text-align: end;
  padding-inline: 6px;
}
.level .short {
  width: 44px;
}
.levels {
  display: flex;
  gap: 8px;
  align-items: stretch;
  overflow-x: auto;
  padding-block-end: 4px;
}
.level {
  flex: 1 0 190px;
  display: grid;
  gap: 4px;
}
.level .row {
  gap: 4px;
  flex-wrap: nowrap;
}
.level .ant-input:first-child {
  flex: 1;
  min-width: 60px;
  padding-inline: 7px;
}
.level textarea {
  width: 100%;
  font-size: 14px;
  resize: vertical;
}
.drop {
  min-height: 28px;
  padding-inline: 2px;
}
.add {
  white-space: nowrap;
}
</style>
