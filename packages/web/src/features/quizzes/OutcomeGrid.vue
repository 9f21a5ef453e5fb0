<script setup lang="ts">
/** Students by questions. Each column has at its head how much of the question's points the class earned. */
import type { OutcomeCell, OutcomeRow, QuizOutcomeReply } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import MarkSquare, { type Mark } from './MarkSquare.vue';

const props = defineProps<{ outcome: QuizOutcomeReply; at: { row: number; column: number } }>();
const emit = defineEmits<{ choose: [number, number]; open: [OutcomeRow] }>();
const { t, points, name } = useWords();

function markOf(cell: OutcomeCell, leftOut: boolean): Mark {
  if (leftOut) return 'leftOut';
  if (cell.notAnswered) return 'notAnswered';
  if (cell.points === null) return 'waits';
  if (cell.max > 0 && cell.points >= cell.max) return 'full';
  return cell.points > 0 ? 'part' : 'none';
}
function press(row: number, column: number): void {
  emit('choose', row, column);
  emit('open', props.outcome.rows[row]!);
}
const nameOf = (row: OutcomeRow, index: number) => name(row.student) || t('quizOutcome.nameless', { n: index + 1 });
const scoreOf = (row: OutcomeRow): string => {
  if (row.tryId === null) return row.answeredNow === null ? '' : t('quizOutcome.answering', { n: row.answeredNow });
  return row.waiting > 0 ? `${points(row.soFar)} + ?` : points(row.score ?? 0);
};
</script>

<template>
  <div class="wide-table">
    <table class="grid" :aria-label="t('quizOutcome.grid')">
      <thead>
        <tr>
          <th scope="col" class="student">{{ t('quizOutcome.student') }}</th>
          <th v-for="(one, column) in outcome.questions" :key="one.question.id" scope="col" :class="{ here: column === at.column }">
            <button
              type="button"
              class="head"
              :aria-label="t('quizOutcome.questionN', { n: column + 1 })"
              @click="emit('choose', at.row, column)"
            >
              <span class="bar" aria-hidden="true"><span :style="{ blockSize: `${(one.difficulty ?? 0) / 100}%` }"></span></span>
              <span :class="{ alarm: one.verdicts.includes('keyDoubtful') && one.leftOut === null }"
                >{{ column + 1 }}{{ one.verdicts.includes('keyDoubtful') && one.leftOut === null ? '?' : '' }}</span
              >
            </button>
          </th>
          <th scope="col" class="score">{{ t('quizOutcome.score') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in outcome.rows" :key="row.student.id">
          <th scope="row" class="student" dir="auto">{{ nameOf(row, index) }}</th>
          <td v-for="(one, column) in outcome.questions" :key="one.question.id" :class="{ here: column === at.column }">
            <button
              v-if="row.cells[one.question.id]"
              type="button"
              class="outcome-cell"
              :class="{ here: column === at.column && index === at.row }"
              :tabindex="column === at.column && index === at.row ? 0 : -1"
              :aria-label="
                t('quizOutcome.cell', {
                  name: nameOf(row, index),
                  n: column + 1,
                  mark: t(`quiz.marks.${markOf(row.cells[one.question.id]!, one.leftOut !== null)}`),
                })
              "
              @click="press(index, column)"
            >
              <MarkSquare :mark="markOf(row.cells[one.question.id]!, one.leftOut !== null)" />
            </button>
          </td>
          <td class="score">{{ scoreOf(row) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.grid {
  border-collapse: collapse;
  inline-size: 100%;
  font-size: 14px;
}
th,
td {
  padding: 2px 4px;
  border-block-end: 1px solid var(--line-2);
  text-align: center;
}
thead th {
  font-weight: 600;
  vertical-align: bottom;
  border-block-end-color: var(--line);
}
.student {
  text-align: start;
  font-weight: 650;
  white-space: nowrap;
  position: sticky;
  inset-inline-start: 0;
  background: var(--page);
  max-inline-size: 210px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.score {
  text-align: end;
  font-weight: 650;
  white-space: nowrap;
}
td.here,
th.here {
  background: var(--surface-now);
}
.head,
.outcome-cell {
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  padding: 1px 6px;
  border-radius: 4px;
}
.outcome-cell.here {
  box-shadow: 0 0 0 2px var(--now);
}
.head {
  display: inline-grid;
  justify-items: center;
  gap: 3px;
  font-weight: 600;
}
.bar {
  display: flex;
  align-items: end;
  inline-size: 16px;
  block-size: 46px;
  background: var(--line-2);
}
.bar span {
  inline-size: 100%;
  background: var(--mark-line);
}
</style>
