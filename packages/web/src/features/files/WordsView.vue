<script setup lang="ts">
/** What a file says, as the server reads it: text and code as text, spreadsheets as a table. */
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';

const props = defineProps<{ fileId: string }>();
const { t } = useT();
const { state, value, why } = useLoad(
  () => ask('GET /api/files/:fileId/words', { params: { fileId: props.fileId } }),
  [() => props.fileId],
);
</script>

<template>
  <p v-if="state === 'loading'" class="muted" role="status">{{ t('desk.loadingFile') }}</p>
  <p v-else-if="state === 'failed'" class="note bad">{{ why }}</p>
  <template v-else-if="value">
    <pre v-if="value.kind === 'text'" class="text" dir="auto" tabindex="0">{{ value.text }}</pre>
    <div v-else-if="value.kind === 'table'" class="text wide-table" tabindex="0">
      <table>
        <tbody>
          <tr v-for="(row, index) in value.rows" :key="index">
            <td v-for="(cell, column) in row" :key="column" dir="auto">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else class="muted">{{ t(`files.${value.why}`) }}</p>
    <p v-if="value.kind !== 'none' && value.cut" class="muted small">{{ t('files.cut') }}</p>
  </template>
</template>

<style scoped>
.text {
  margin: 0;
  padding: 12px 14px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--surface);
  overflow: auto;
  max-height: 420px;
  white-space: pre-wrap;
  font:
    14px/1.5 ui-monospace,
    monospace;
}
td {
  border: 1px solid var(--line-2);
  padding: 3px 8px;
  white-space: pre-wrap;
  min-width: 40px;
}
</style>
