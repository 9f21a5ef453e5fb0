<script setup lang="ts">
/**
 * Where it is filed: the category it counts under, the unit, its aims. Categories and units belong to each class;
 * for several classes they are chosen by name, and a class without one of that name is said.
 */
import { Checkbox } from 'ant-design-vue';
import type { BriefBody, ClassReply, SetFor, Unit } from '@jolly/server/contract';
import { computed } from 'vue';
import { useT } from '../../i18n/use-t';
import SelectField from '../../ui/SelectField.vue';
import TagsField from '../../ui/TagsField.vue';

const body = defineModel<BriefBody>('body', { required: true });
const sets = defineModel<SetFor[]>('sets', { required: true });
const props = defineProps<{ classes: readonly ClassReply[]; units: Record<string, Unit[]>; aims: readonly string[]; locked: boolean }>();
const { t } = useT();

const classOf = (id: string) => props.classes.find((one) => one.id === id);
const categoriesOf = (id: string): readonly { id: string; name: string }[] => classOf(id)?.scheme.categories ?? [];
const unitsOf = (id: string): Unit[] => props.units[id] ?? [];
const namesIn = (of: (id: string) => readonly { name: string }[]) => [
  ...new Set(sets.value.flatMap((set) => of(set.classId).map((one) => one.name))),
];
const categories = computed(() => namesIn(categoriesOf));
const unitNames = computed(() => namesIn(unitsOf));
const first = computed(() => sets.value[0] ?? null);
const idOf = (all: readonly { id: string; name: string }[], name: string) => all.find((one) => one.name === name)?.id ?? null;

const category = computed({
  get: () =>
    !first.value
      ? ''
      : !first.value.countsInTotals
        ? 'not'
        : `=${categoriesOf(first.value.classId).find((one) => one.id === first.value!.categoryId)?.name ?? ''}`,
  set: (choice: string) => {
    for (const set of sets.value) {
      set.countsInTotals = choice !== 'not';
      set.categoryId = choice === 'not' ? null : idOf(categoriesOf(set.classId), choice.slice(1));
    }
  },
});
const bonus = computed({
  get: () => first.value?.bonus ?? false,
  set: (on: boolean) => sets.value.forEach((set) => (set.bonus = on)),
});
const unit = computed({
  get: () => (first.value ? (unitsOf(first.value.classId).find((one) => one.id === first.value!.unitId)?.name ?? '') : ''),
  set: (name: string) => sets.value.forEach((set) => (set.unitId = idOf(unitsOf(set.classId), name))),
});
const lacking = (of: (id: string) => readonly { name: string }[], name: string) =>
  sets.value.filter((set) => name !== '' && !of(set.classId).some((one) => one.name === name)).map((set) => classOf(set.classId)?.label);
const lacks = computed(() => {
  const without = [
    { what: 'category' as const, classes: lacking(categoriesOf, category.value.startsWith('=') ? category.value.slice(1) : '') },
    { what: 'unit' as const, classes: lacking(unitsOf, unit.value) },
  ];
  return without
    .filter(({ classes }) => classes.length > 0)
    .map(({ what, classes }) => t('compose.lacks', { what: t(`compose.what.${what}`), classes: classes.join(', ') }));
});
const weighted = computed(() => sets.value.some((set) => classOf(set.classId)?.scheme.kind === 'weighted'));
const counts = computed(() => body.value.kind === 'assignment' && body.value.points !== null);
</script>

<template>
  <template v-if="counts">
    <label class="muted" for="counts-under">{{ t('compose.category') }}</label>
    <div class="row wrap">
      <SelectField
        id="counts-under"
        v-model="category"
        class="filed"
        :options="[
          { value: '=', label: t('compose.noCategory') },
          ...categories.map((name) => ({ value: `=${name}`, label: name })),
          { value: 'not', label: t('compose.countsNot') },
        ]"
      />
      <Checkbox v-if="category !== 'not'" v-model:checked="bonus"> {{ t('compose.onTop') }}</Checkbox>
      <span v-if="category === '=' && weighted" class="muted small">{{ t('compose.noCategoryHint') }}</span>
    </div>
  </template>
  <span class="muted">{{ t(unitNames.length > 0 ? 'compose.unitAndAims' : 'compose.aims') }}</span>
  <div class="row wrap">
    <SelectField
      v-if="unitNames.length > 0"
      v-model="unit"
      :label="t('compose.unit')"
      class="filed"
      :options="[{ value: '', label: t('compose.noUnit') }, ...unitNames.map((name) => ({ value: name, label: name }))]"
    />
    <TagsField
      v-model="body.aims"
      class="aim"
      :proposals="aims"
      :label="t('compose.addAim')"
      :placeholder="t('compose.addAim')"
      :maxlength="120"
      :disabled="locked"
    />
    <span v-for="one in lacks" :key="one" class="muted small">{{ one }}</span>
  </div>
</template>

<style scoped>
.filed {
  width: auto;
  max-width: 240px;
}
.aim {
  flex: 1;
  min-width: 200px;
}
</style>
