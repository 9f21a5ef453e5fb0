<script setup lang="ts">
/** How scores become a total: the kind of scheme and its categories. */
import { Button, Checkbox, Input } from 'ant-design-vue';
import { weightsCome, type Category, type schemeProblems } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import type { SchemeForm } from './scheme-form';
import { percentIn, wholeIn } from './scheme-form';
import SelectField from '../../ui/SelectField.vue';
import NumberField from '../../ui/NumberField.vue';
import RadioField from '../../ui/RadioField.vue';
import FieldSet from '../../ui/FieldSet.vue';

const props = defineProps<{
  disabled: boolean;
  problems: ReturnType<typeof schemeProblems>;
  /** how many assignments are filed under each category */
  filed: Record<string, number>;
}>();
const scheme = defineModel<SchemeForm['scheme']>({ required: true });
/** Categories that were taken out, and where their assignments go. */
const removed = defineModel<Category[]>('removed', { required: true });
const refile = defineModel<Record<string, string | null>>('refile', { required: true });
const { t, count } = useWords();
const KINDS = ['weighted', 'points', 'none'] as const;
const wrong = (at: string) => props.problems.find((one) => one.path === at)?.why;
const sum = computed(() => weightsCome(scheme.value));
const openRefile = computed(() => removed.value.filter((one) => (props.filed[one.id] ?? 0) > 0));

function addCategory(): void {
  scheme.value.categories.push({
    id: crypto.randomUUID(),
    name: '',
    weight: Math.max(1000, 100_000 - sum.value),
    within: 'pooled',
    leaveOut: 0,
    keepBest: null,
    bonus: false,
  });
}
function removeCategory(index: number): void {
  const [gone] = scheme.value.categories.splice(index, 1);
  removed.value.push(gone!);
  refile.value[gone!.id] = null;
}
</script>

<template>
  <FieldSet class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.how') }}</h2>
    </legend>
    <div class="kinds">
      <RadioField
        v-slot="{ option }"
        v-model="scheme.kind"
        :label="t('scheme.how')"
        :options="KINDS.map((kind) => ({ value: kind, label: t(`scheme.kind.${kind}`) }))"
        ><span class="kind sheet" :class="{ on: scheme.kind === option.value }"
          ><strong>{{ option.label }}</strong
          ><span class="muted small">{{ t(`scheme.kindHint.${option.value}`) }}</span></span
        ></RadioField
      >
    </div>
    <div v-if="scheme.categories.length > 0" class="wide-table">
      <table class="table categories">
        <thead>
          <tr>
            <th>{{ t('scheme.category') }}</th>
            <th v-if="scheme.kind === 'weighted'" class="number">{{ t('scheme.weight') }}</th>
            <th>{{ t('scheme.within') }}</th>
            <th class="number">{{ t('scheme.leaveOut') }}</th>
            <th class="number">{{ t('scheme.keepBest') }}</th>
            <th>{{ t('scheme.onTop') }}</th>
            <th class="number">{{ t('scheme.filed') }}</th>
            <th>
              <span class="hidden-text">{{ t('scheme.remove') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, index) in scheme.categories" :key="one.id">
            <td>
              <Input
                v-model:value="one.name"
                :maxlength="80"
                :aria-label="t('scheme.category')"
                :aria-invalid="!!wrong(`categories.${index}.name`) || undefined"
                dir="auto"
                class="name"
                :status="!!wrong(`categories.${index}.name`) ? 'error' : ''"
              />
            </td>
            <td v-if="scheme.kind === 'weighted'">
              <NumberField
                class="short"
                :label="t('scheme.weightOf', { name: one.name })"
                :invalid="!!wrong(`categories.${index}.weight`)"
                :model-value="one.weight / 1000"
                @update:model-value="one.weight = percentIn($event)"
              />
            </td>
            <td>
              <SelectField
                v-model="one.within"
                :label="t('scheme.within')"
                class="within"
                :options="[
                  { value: 'pooled', label: t('scheme.pooled') },
                  { value: 'equal', label: t('scheme.equal') },
                ]"
              />
            </td>
            <td>
              <NumberField
                class="short"
                :label="t('scheme.leaveOut')"
                :min="0"
                :max="50"
                :model-value="one.leaveOut"
                @update:model-value="one.leaveOut = wholeIn($event)"
              />
            </td>
            <td>
              <NumberField
                class="short"
                :label="t('scheme.keepBest')"
                :min="1"
                :max="200"
                :placeholder="t('scheme.all')"
                :model-value="one.keepBest ?? null"
                optional
                @update:model-value="one.keepBest = $event === null ? null : Math.max(1, wholeIn($event))"
              />
            </td>
            <td><Checkbox v-model:checked="one.bonus" :aria-label="t('scheme.onTop')" /></td>
            <td class="number muted">{{ filed[one.id] ?? 0 }}</td>
            <td>
              <Button type="link" @click="removeCategory(index)">
                {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ one.name }}</span>
              </Button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <ul v-if="problems.some((one) => one.path.startsWith('categories'))" class="plain alarm small">
      <li v-for="one in problems.filter((each) => each.path.startsWith('categories'))" :key="one.path">
        {{ t(`scheme.why.${one.why}`, { name: scheme.categories[Number(one.path.split('.')[1])]?.name || t('scheme.unnamed') }) }}
      </li>
    </ul>
    <p v-if="scheme.kind === 'weighted' && sum !== 100_000 && sum > 0" class="note small">
      {{
        t('scheme.notHundred', {
          sum: sum / 1000,
          example: scheme.categories[0]?.name || t('scheme.unnamed'),
          weight: (scheme.categories[0]?.weight ?? 0) / 1000,
          share: Math.round(((scheme.categories[0]?.weight ?? 0) / sum) * 1000) / 10,
        })
      }}
    </p>
    <div v-for="one in openRefile" :key="one.id" class="note row wrap small">
      <label :for="`refile-${one.id}`">{{ count('scheme.refile', filed[one.id]!, { name: one.name }) }}</label><SelectField
        :id="`refile-${one.id}`"
        v-model="refile[one.id]"
        class="within"
        :options="[{ value: null, label: t('scheme.noCategory') }, ...scheme.categories.map((to) => ({ value: to.id, label: to.name }))]"
      />
    </div>
    <Button @click="addCategory">{{ t('scheme.addCategory') }}</Button>
  </FieldSet>
</template>

<style scoped>
.kinds {
  align-items: stretch;
  margin-block-end: 10px;
}
.kinds :deep(.ant-radio-wrapper) {
  flex: 1 1 200px;
  margin: 0;
}
.kind {
  display: block;
  padding: 9px 12px;
}
.kind > * {
  display: block;
}
.kind.on {
  border-color: var(--text);
  box-shadow: inset 0 -3px 0 var(--now);
}
.categories {
  margin-block-end: 8px;
}
.categories th {
  font-size: 13px;
  padding-inline: 6px;
}
.categories td {
  padding: 3px 6px;
}
.name {
  min-width: 140px;
}
</style>
