<script setup lang="ts">
/** The units of a class, in the order in which they are taught. */
import { Button, Input } from 'ant-design-vue';
import { computed, ref, watch } from 'vue';
import type { Unit } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { keepTyped } from '../../ui/own-words';
import { vSortable } from '../../ui/sortable';
import { useWords } from '../../ui/use-words';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ classId: string; stored: readonly Unit[]; putAway: boolean }>();
const emit = defineEmits<{ stored: [Unit[]] }>();
const { t } = useWords();
type UnitTyped = { id: string | null; name: string };
const units = ref<UnitTyped[]>([]);
// What was changed and not yet saved stays when the rest of the page is loaded anew.
watch(
  () => props.stored,
  (now, before) => {
    const untouched = !before || JSON.stringify(units.value) === JSON.stringify(before);
    if (untouched) units.value = now.map((unit) => ({ ...unit }));
  },
  { immediate: true },
);
const unitsDirty = computed(() => JSON.stringify(units.value) !== JSON.stringify(props.stored));
const filing = useAttempt();
const newUnit = ref('');
const addUnit = () => {
  if (newUnit.value.trim()) units.value.push({ id: null, name: newUnit.value.trim() });
  newUnit.value = '';
};
function shift(index: number, by: number): void {
  const [unit] = units.value.splice(index, 1);
  units.value.splice(index + by, 0, unit!);
}
const saveUnits = () =>
  filing.attempt(async () => {
    addUnit();
    const sent = units.value.map((unit) => ({ ...unit }));
    const stored = await ask('PUT /api/classes/:classId/units', { params: { classId: props.classId }, body: { units: sent } });
    units.value = keepTyped<UnitTyped[]>({ before: sent, typed: units.value, stored });
    emit('stored', stored);
  });
</script>

<template>
  <section class="stack">
    <h2>{{ t('about.units') }}</h2>
    <p class="muted small">{{ t('about.unitsHint') }}</p>
    <ol
      v-sortable="{ group: 'units', list: 'units', moved: ({ oldIndex, newIndex }) => shift(oldIndex, newIndex - oldIndex) }"
      class="plain units"
    >
      <li v-for="(unit, index) in units" :key="unit.id ?? index" data-drag class="unit">
        <Input v-model:value="unit.name" :maxlength="120" :aria-label="t('about.unitName')" dir="auto" /><Button
          type="link"
          :disabled="index === 0"
          :aria-label="t('about.earlier', { name: unit.name })"
          @click="shift(index, -1)"
        >
          ↑</Button
        ><Button
          type="link"
          :disabled="index === units.length - 1"
          :aria-label="t('about.laterUnit', { name: unit.name })"
          @click="shift(index, 1)"
        >
          ↓</Button
        ><Button type="link" @click="units.splice(index, 1)">
          {{ t('scheme.remove') }}{{ ' ' }}<span class="hidden-text">{{ unit.name }}</span>
        </Button>
      </li>
    </ol>
    <FieldForm v-if="!putAway" lies="row" @send="addUnit">
      <label class="hidden-text" for="new-unit">{{ t('about.newUnit') }}</label><Input
        id="new-unit"
        v-model:value="newUnit"
        :maxlength="120"
        :placeholder="t('about.newUnit')"
        dir="auto"
      /><Button html-type="submit" :disabled="newUnit.trim() === ''">
        {{ t('about.addUnit') }}
      </Button>
    </FieldForm>
    <ProblemNote :problem="filing.problem.value" />
    <Button v-if="unitsDirty" type="primary" :disabled="filing.busy.value" @click="saveUnits">{{ t('about.saveUnits') }}</Button>
  </section>
</template>

<style scoped>
.stack h2 {
  font-size: 17px;
}
.units {
  display: grid;
  gap: 6px;
}
.unit {
  display: flex;
  gap: 2px;
  cursor: grab;
}
</style>
