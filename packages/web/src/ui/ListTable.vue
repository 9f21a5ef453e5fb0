<script setup lang="ts" generic="Row extends object">
/**
 * A list of things in rows: sorted and filtered by the head of a column, its head in sight, rows to choose, columns to hide. What
 * one has set is kept for oneself in this browser. A slot of the name of a column shows what stands in it.
 */
import { FilterOutlined, TableOutlined } from '@ant-design/icons-vue';
import { Button, Checkbox, Table } from 'ant-design-vue';
import type { ColumnType, SorterResult } from 'ant-design-vue/es/table/interface';
import { useLocalStorage } from '@vueuse/core';
import { computed, h, inject } from 'vue';
import { useT } from '../i18n/use-t';
import HeadTool from './HeadTool.vue';
import { LIST_OWNER, shownRows, type ListColumn, type ListView } from './list-view';
import { withOrWithout } from './with-or-without';

const props = defineProps<{
  /** under which name its order and hidden columns are kept */
  name: string;
  /** what it is a list of, for whoever listens */
  label: string;
  rows: readonly Row[];
  columns: readonly ListColumn<Row>[];
  keyOf: (row: Row) => string;
  /** what a row is called beside its box; rows can be chosen where it is given */
  nameOf?: ((row: Row) => string) | undefined;
  /** said where there is nothing */
  empty: string;
  /** a class of its own for some rows */
  rowClass?: ((row: Row) => string) | undefined;
  /** why a row cannot be chosen, or empty */
  locked?: ((row: Row) => boolean) | undefined;
}>();
const chosen = defineModel<string[]>('chosen', { default: () => [] });
defineSlots<Record<string, (props: { row: Row }) => unknown>>();
const { t } = useT();
// Long lists come in parts; the library's table draws every row it is given.
const MOST_AT_ONCE = 100;

const owner = inject(LIST_OWNER, null);
const view = useLocalStorage<ListView>(
  () => `jolly-list ${owner?.value ?? ''} ${props.name}`,
  { sort: null, down: false, hidden: [], only: {} },
  { writeDefaults: false },
);
const rows = computed(() => shownRows(props.rows, props.columns, view.value));
const hideable = computed(() => props.columns.filter((one) => one.hideable));
const shownColumns = computed(() => props.columns.filter((one) => !view.value.hidden.includes(one.key)));
const columnOf = (key: unknown) => props.columns.find((one) => one.key === key);

const heads = computed<ColumnType<Row>[]>(() =>
  shownColumns.value.map((one) => ({
    key: one.key,
    dataIndex: one.key,
    className: [one.number ? 'number' : '', one.acts ? 'acts' : ''].filter(Boolean).join(' '),
    ...(one.width === undefined ? {} : { width: one.width }),
    ...(one.sort
      ? {
          sorter: true,
          showSorterTooltip: false,
          sortOrder: view.value.sort === one.key ? (view.value.down ? ('descend' as const) : ('ascend' as const)) : null,
        }
      : {}),
  })),
);
function sorted(sorter: SorterResult<Row> | SorterResult<Row>[]): void {
  const one = Array.isArray(sorter) ? sorter[0] : sorter;
  view.value = { ...view.value, sort: one?.order ? String(one.columnKey) : null, down: one?.order === 'descend' };
}
const onlyOf = (key: string) => view.value.only[key] ?? [];
const setOnly = (key: string, only: string[]) => (view.value = { ...view.value, only: { ...view.value.only, [key]: only } });
const hide = (key: string, hidden: boolean) => (view.value = { ...view.value, hidden: withOrWithout(view.value.hidden, key, hidden) });

const choosable = computed(() => rows.value.filter((row) => !props.locked?.(row)).map(props.keyOf));
const allChosen = computed(() => choosable.value.length > 0 && choosable.value.every((key) => chosen.value.includes(key)));
const someChosen = computed(() => !allChosen.value && choosable.value.some((key) => chosen.value.includes(key)));
const chooseAll = (on: boolean) =>
  (chosen.value = on ? [...new Set([...chosen.value, ...choosable.value])] : chosen.value.filter((key) => !choosable.value.includes(key)));
const selection = computed(() =>
  props.nameOf
    ? {
        selectedRowKeys: chosen.value,
        columnWidth: 40,
        columnTitle: h(Checkbox, {
          checked: allChosen.value,
          indeterminate: someChosen.value,
          'aria-label': t('list.chooseAll'),
          'onUpdate:checked': chooseAll,
        }),
        onChange: (keys: (string | number)[]) => (chosen.value = keys.map(String)),
        getCheckboxProps: (row: Row) => ({ 'aria-label': props.nameOf!(row), disabled: props.locked?.(row) ?? false }),
      }
    : undefined,
);
const last = computed(() => shownColumns.value.at(-1)?.key);
</script>

<template>
  <Table
    class="list-table"
    size="small"
    :aria-label="label"
    :columns="heads"
    :data-source="[...rows]"
    :row-key="(row: Row) => keyOf(row)"
    :row-class-name="(row: Row) => rowClass?.(row) ?? ''"
    :pagination="rows.length > MOST_AT_ONCE ? { pageSize: MOST_AT_ONCE, showSizeChanger: false, position: ['bottomCenter'] } : false"
    :locale="{ emptyText: empty }"
    v-bind="selection ? { rowSelection: selection } : {}"
    @change="(_page: unknown, _filters: unknown, sorter: SorterResult<Row> | SorterResult<Row>[]) => sorted(sorter)"
  >
    <template #headerCell="{ column }">
      <span class="head">
        <span :class="{ 'hidden-text': columnOf(column.key)?.acts }">{{ columnOf(column.key)?.title }}</span><HeadTool
          v-if="columnOf(column.key)?.filter"
          :label="t('list.only', { column: columnOf(column.key)?.title })"
          :choices="columnOf(column.key)!.filter!.options"
          :ticked="onlyOf(String(column.key))"
          :marked="onlyOf(String(column.key)).length > 0"
          @tick="(value, on) => setOnly(String(column.key), withOrWithout(onlyOf(String(column.key)), value, on))"
          ><FilterOutlined aria-hidden="true" /><template #below
            ><Button v-if="onlyOf(String(column.key)).length > 0" type="link" size="small" @click="setOnly(String(column.key), [])">{{
              t('list.all')
            }}</Button></template
          ></HeadTool
        ><HeadTool
          v-if="hideable.length > 0 && column.key === last"
          :label="t('list.columns')"
          :choices="hideable.map((one) => ({ value: one.key, label: one.title }))"
          :ticked="hideable.map((one) => one.key).filter((key) => !view.hidden.includes(key))"
          @tick="(key, on) => hide(key, !on)"
          ><TableOutlined aria-hidden="true"
        /></HeadTool>
      </span>
    </template>
    <!-- One element around it all: the library leaves spaces between elements out. -->
    <template #bodyCell="{ column, record }"
      ><div><slot :name="String(column.key)" :row="record as Row" /></div
    ></template>
  </Table>
</template>

<style scoped>
.head {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}
</style>
