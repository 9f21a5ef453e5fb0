<script setup lang="ts">
/** Scores that were given by a rubric that has changed since: what each would become, counted again only when confirmed. */
import { Button, Checkbox } from 'ant-design-vue';
import type { RescoringReply } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';

const props = defineProps<{ open: boolean; assignmentId: string }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name, count, points } = useWords();
const { problem, busy, attempt } = useAttempt();
const reply = ref<RescoringReply | null>(null);
const chosen = ref<string[]>([]);

watch(
  () => props.open,
  (open) => {
    if (!open) return;
    void attempt(async () => {
      reply.value = await ask('GET /api/assignments/:assignmentId/rescoring', { params: { assignmentId: props.assignmentId } });
      chosen.value = reply.value.pieces.map((one) => one.student.id);
    });
  },
);
const confirm = () =>
  attempt(async () => {
    await ask('POST /api/assignments/:assignmentId/rescoring', {
      params: { assignmentId: props.assignmentId },
      body: { studentIds: chosen.value },
    });
    emit('changed');
    emit('close');
  });
</script>

<template>
  <SideSheet :open="open" :title="t('rubric.changedTitle')" :width="560" @close="emit('close')">
    <div class="stack">
      <p>{{ t('rubric.changedWhy') }}</p>
      <div v-if="reply" class="wide-table sheet">
        <table class="table">
          <thead>
            <tr>
              <th />
              <th>{{ t('assignment.columns.student') }}</th>
              <th class="number">{{ t('move.before') }}</th>
              <th class="number">{{ t('move.after') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in reply.pieces" :key="one.student.id">
              <td>
                <Checkbox
                  :checked="chosen.includes(one.student.id)"
                  @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, one.student.id, on))"
                  :aria-label="name(one.student)"
                />
              </td>
              <td dir="auto">{{ name(one.student) }}</td>
              <td class="number">{{ points(one.before) }}</td>
              <td class="number">
                <strong>{{ points(one.after) }}</strong>{{ ' '
                }}<span v-if="!one.complete" class="muted small">{{ t('rubric.incomplete') }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="problem" class="note bad" role="alert">{{ problem.title }}</p>
      <div>
        <Button type="primary" :disabled="busy || chosen.length === 0" @click="confirm">
          {{ count('rubric.countAgain', chosen.length) }}
        </Button>
      </div>
    </div>
  </SideSheet>
</template>
