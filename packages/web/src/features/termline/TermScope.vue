<script setup lang="ts">
/** Which class everything shows, and over which weeks: the box before the term line. */
import { useT } from '../../i18n/use-t';
import SelectField from '../../ui/SelectField.vue';
import { useTermLine } from './termline.store';
import { useScope } from './use-scope';

defineProps<{ /** the weeks in words */ span: string }>();
const { t } = useT();
const line = useTermLine();
const scope = useScope();
const chosen = (id: string) => void scope.set({ class: id || null });
</script>

<template>
  <div class="scope">
    <span class="small showing" aria-hidden="true">{{ t('shell.showing') }}</span>
    <SelectField
      id="scope"
      :model-value="scope.classId.value ?? ''"
      :label="t('shell.scope')"
      class="which"
      quiet
      :options="[{ value: '', label: t('common.allClasses') }, ...line.classes.map((one) => ({ value: one.id, label: one.name }))]"
      @update:model-value="chosen"
    />
    <span class="small span clip">{{ span }}</span>
  </div>
</template>

<style scoped>
.scope {
  width: 232px;
  flex: none;
  padding: 7px 20px 0;
  border-inline-end: 1px solid var(--term-line);
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.scope:lang(ar) {
  /* the months have no short names */
  width: 268px;
}
.scope .small {
  color: var(--on-mast-2);
  font-size: 12.5px;
  line-height: 1.4;
}
.which {
  margin-inline-start: -9px;
  max-width: 100%;
}
.which :deep(.ant-select-selector.ant-select-selector) {
  background: none;
  color: var(--on-mast);
  font: 650 17px var(--font-head);
}
.which :deep(.ant-select-arrow) {
  color: var(--on-mast-2);
}
@media (max-width: 640px) {
  .which :deep(.ant-select-selector.ant-select-selector) {
    min-height: 44px;
    align-items: center;
  }
  .scope {
    width: max-content;
    min-width: 160px;
    max-width: 54vw;
    padding: 2px 10px 0 14px;
  }
  .showing {
    display: none;
  }
}
</style>
