<script setup lang="ts">
/** How scores become a total: the kind of scheme and its categories. */
import { weightsCome, type Category, type schemeProblems } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import type { SchemeForm } from './scheme-form';
import { percentIn, wholeIn } from './scheme-form';

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
  <fieldset class="part" :disabled="disabled">
    <legend>
      <h2>{{ t('scheme.how') }}</h2>
    </legend>
    <div class="row wrap kinds">
      <label v-for="kind in KINDS" :key="kind" class="kind sheet" :class="{ on: scheme.kind === kind }"
        ><input v-model="scheme.kind" type="radio" name="kind" :value="kind" /><span
          ><strong>{{ t(`scheme.kind.${kind}`) }}</strong
          ><span class="muted small">{{ t(`scheme.kindHint.${kind}`) }}</span></span
        ></label
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
              <input
                v-model="one.name"
                class="field name"
                maxlength="80"
                :aria-label="t('scheme.category')"
                :aria-invalid="!!wrong(`categories.${index}.name`) || undefined"
                dir="auto"
              />
            </td>
            <td v-if="scheme.kind === 'weighted'">
              <input
                class="field number short"
                type="number"
                step="any"
                :value="one.weight / 1000"
                :aria-label="t('scheme.weightOf', { name: one.name })"
                :aria-invalid="!!wrong(`categories.${index}.weight`) || undefined"
                @input="one.weight = percentIn($event)"
              />
            </td>
            <td>
              <select v-model="one.within" class="field within" :aria-label="t('scheme.within')">
                <option value="pooled">{{ t('scheme.pooled') }}</option>
                <option value="equal">{{ t('scheme.equal') }}</option>
              </select>
            </td>
            <td>
              <input
                class="field number short"
                type="number"
                min="0"
                max="50"
                :value="one.leaveOut"
                :aria-label="t('scheme.leaveOut')"
                @input="one.leaveOut = wholeIn($event)"
              />
            </td>
            <td>
              <input
                class="field number short"
                type="number"
                min="1"
                max="200"
                :value="one.keepBest ?? ''"
                :placeholder="t('scheme.all')"
                :aria-label="t('scheme.keepBest')"
                @input="one.keepBest = ($event.target as HTMLInputElement).value === '' ? null : Math.max(1, wholeIn($event))"
              />
            </td>
            <td><input v-model="one.bonus" type="checkbox" :aria-label="t('scheme.onTop')" /></td>
            <td class="number muted">{{ filed[one.id] ?? 0 }}</td>
            <td>
              <button type="button" class="btn quiet" @click="removeCategory(index)">
                {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ one.name }}</span>
              </button>
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
      <label :for="`refile-${one.id}`">{{ count('scheme.refile', filed[one.id]!, { name: one.name }) }}</label><select
        :id="`refile-${one.id}`"
        v-model="refile[one.id]"
        class="field within"
      >
        <option :value="null">{{ t('scheme.noCategory') }}</option>
        <option v-for="to in scheme.categories" :key="to.id" :value="to.id">{{ to.name }}</option>
      </select>
    </div>
    <button type="button" class="btn" @click="addCategory">{{ t('scheme.addCategory') }}</button>
  </fieldset>
</template>

<style scoped src="./scheme-part.css"></style>

<style scoped>
.kinds {
  align-items: stretch;
  margin-block-end: 10px;
}
.kind {
  display: flex;
  gap: 9px;
  padding: 9px 12px;
  cursor: pointer;
  flex: 1 1 190px;
  align-items: flex-start;
}
.kind input {
  margin-block-start: 4px;
  accent-color: var(--act);
}
.kind.on {
  border-color: var(--text);
  box-shadow: inset 0 -3px 0 var(--now);
}
.kind .small {
  display: block;
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
input[type='checkbox'] {
  width: 17px;
  height: 17px;
  accent-color: var(--act);
}
</style>
