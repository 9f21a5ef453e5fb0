<script setup lang="ts">
/** The groups of a draft beside who is in none: moved by dragging, by the arrow keys, or chosen by name. */
import { Button, Input } from 'ant-design-vue';
import type { RosterStudent } from '@jolly/server/contract';
import { computed, nextTick } from 'vue';
import { arrowStep } from '../../ui/arrows';
import { vSortable, type Moved } from '../../ui/sortable';
import { useWords } from '../../ui/use-words';
import SelectField from '../../ui/SelectField.vue';

type Group = { id: string | null; name: string; studentIds: string[] };
const props = defineProps<{ students: readonly Pick<RosterStudent, 'id' | 'givenName' | 'familyName'>[] }>();
const groups = defineModel<Group[]>({ required: true });
const emit = defineEmits<{ changed: [] }>();
const NOBODY = 'none';
const { t, name } = useWords();
const nameOf = (id: string) => {
  const student = props.students.find((one) => one.id === id);
  return student ? name(student) : t('groups.hasLeft');
};
const placed = computed(() => new Set(groups.value.flatMap((group) => group.studentIds)));
const loose = computed(() => props.students.filter((one) => !placed.value.has(one.id)).map((one) => one.id));
const lists = computed(() => [
  { id: NOBODY, name: t('groups.nobody'), studentIds: loose.value },
  ...groups.value.map((group, index) => ({ id: String(index), name: group.name, studentIds: group.studentIds })),
]);

function move(id: string, from: string, to: string, at?: number): void {
  if (from !== NOBODY) groups.value[Number(from)]!.studentIds = groups.value[Number(from)]!.studentIds.filter((one) => one !== id);
  if (to !== NOBODY) {
    const target = groups.value[Number(to)]!;
    const rest = target.studentIds.filter((one) => one !== id);
    rest.splice(at ?? rest.length, 0, id);
    target.studentIds = rest;
  }
  emit('changed');
}
const dragged = ({ from, to, oldIndex, newIndex }: Moved) => {
  const id = lists.value.find((list) => list.id === from)?.studentIds[oldIndex];
  if (id) move(id, from, to, newIndex);
};
function key(event: KeyboardEvent, id: string, from: string): void {
  const at = lists.value.findIndex((list) => list.id === from);
  const step = arrowStep(event.key);
  const to = lists.value[at + step];
  if (step === 0 || !to) return;
  event.preventDefault();
  move(id, from, to.id);
  const list = (event.currentTarget as HTMLElement).closest('.lists');
  void nextTick(() => list?.querySelector<HTMLElement>(`[data-list="${to.id}"] [data-student="${id}"]`)?.focus());
}
function add(group: number, studentId: string): void {
  groups.value[group]!.studentIds.push(studentId);
  emit('changed');
}
</script>

<template>
  <div class="lists">
    <section v-for="list in lists" :key="list.id" class="sheet list" :class="{ loose: list.id === NOBODY }" :data-list="list.id">
      <div class="row">
        <template v-if="list.id === NOBODY"
          ><h3 class="grow">{{ list.name }}</h3></template
        ><Input
          v-else
          v-model:value="groups[Number(list.id)]!.name"
          :maxlength="80"
          :aria-label="t('groups.groupName')"
          dir="auto"
          class="group-name"
          @input="$emit('changed')"
        /><span class="muted small">{{ list.studentIds.length }}</span>
      </div>
      <ul v-sortable="{ group: 'students', list: list.id, moved: dragged }" class="plain chips">
        <li
          v-for="id in list.studentIds"
          :key="id"
          data-drag
          class="member"
          :data-student="id"
          tabindex="0"
          @keydown="key($event, id, list.id)"
        >
          <span class="grow clip" dir="auto">{{ nameOf(id) }}</span><button
            v-if="list.id !== NOBODY"
            class="out"
            :aria-label="t('groups.takeOut', { name: nameOf(id) })"
            @click="move(id, list.id, NOBODY)"
          >
            −
          </button>
        </li>
      </ul>
      <SelectField
        v-if="list.id !== NOBODY"
        :label="t('groups.addTo', { group: list.name })"
        :model-value="undefined"
        :placeholder="t('groups.add')"
        class="small add"
        :options="students.filter((student) => !list.studentIds.includes(student.id)).map((one) => ({ value: one.id, label: name(one) }))"
        @update:model-value="add(Number(list.id), $event)"
      />
      <Button v-if="list.id !== NOBODY && groups.length > 1" type="link" @click="(groups.splice(Number(list.id), 1), $emit('changed'))">
        {{ t('groups.removeGroup') }}
      </Button>
    </section>
    <Button
      class="new-group"
      @click="(groups.push({ id: null, name: t('groups.groupN', { n: groups.length + 1 }), studentIds: [] }), $emit('changed'))"
    >
      {{ t('groups.addGroup') }}
    </Button>
  </div>
</template>

<style scoped>
.lists {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 12px;
  align-items: start;
}
.list {
  padding: 10px;
}
.loose {
  background: none;
  border-style: dashed;
}
.group-name {
  font-weight: 650;
  border-color: transparent;
  padding-inline: 4px;
  background: none;
}
.group-name:hover,
.group-name:focus {
  border-color: var(--field-line);
}
.chips {
  min-height: 40px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 5px;
  margin-block: 6px;
  align-content: start;
}
.member {
  display: flex;
  align-items: center;
  gap: 6px;
  background: var(--surface-2);
  border-radius: 6px;
  padding: 3px 4px 3px 9px;
  cursor: grab;
  font-size: 14px;
  min-height: 28px;
}
.out {
  border: 0;
  background: none;
  color: var(--text-2);
  width: 24px;
  height: 24px;
  border-radius: 4px;
  cursor: pointer;
  font-weight: 700;
}
.add {
  min-height: 30px;
  padding-block: 2px;
}
.new-group {
  align-self: stretch;
  min-height: 60px;
  border-style: dashed;
  background: none;
}
</style>
