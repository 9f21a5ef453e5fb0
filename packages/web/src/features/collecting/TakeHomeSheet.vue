<script setup lang="ts">
/** Everything that was handed in as one zip, and annotated files brought back by the names they went home with. */
import { Button } from 'ant-design-vue';
import type { TakeHomeProgress } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { addressOf, ApiProblem, ask } from '../../api/client';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import ToggleButton from '../../ui/ToggleButton.vue';
import ProgressBar from '../../ui/ProgressBar.vue';
import FileButton from '../../ui/FileButton.vue';

const props = defineProps<{ open: boolean; assignmentId: string; classId: string; handedIn: number }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, count, name } = useWords();
const as = ref<'html' | 'pdf' | 'docx' | 'odt'>('html');
const what = ref<'one' | 'class'>('one');
const progress = ref<TakeHomeProgress | null>(null);
const failed = ref('');
let asking: ReturnType<typeof setInterval> | undefined;

async function take(): Promise<void> {
  failed.value = '';
  try {
    const ids =
      what.value === 'one'
        ? [props.assignmentId]
        : (await ask('GET /api/assignments'))
            .filter((one) => one.classId === props.classId && one.issuedAt !== null && one.how === 'handIn')
            .slice(0, 100)
            .map((one) => one.id);
    // Asked first: a refusal is said here, not in a file that is none.
    const { files } = await ask('POST /api/take-home', { body: { of: ids, as: as.value } });
    const ticket = crypto.randomUUID();
    progress.value = { done: 0, of: files };
    // The browser saves it while it comes; nothing of it is held in this page.
    Object.assign(document.createElement('a'), {
      href: addressOf('GET /api/take-home', { query: { of: ids.join(','), as: as.value, ticket } }),
      download: '',
    }).click();
    clearInterval(asking);
    asking = setInterval(() => void look(ticket), 700);
  } catch (error) {
    failed.value = error instanceof ApiProblem ? error.title : t('common.unreachable');
  }
}
async function look(ticket: string): Promise<void> {
  const now = await ask('GET /api/take-home/:ticket', { params: { ticket } }).catch(() => undefined);
  if (!now) return;
  progress.value = now;
  if (now.done >= now.of) clearInterval(asking);
}

interface Brought {
  name: string;
  state: 'sending' | 'taken' | 'refused';
  words: string;
}
const brought = ref<Brought[]>([]);
const taken = computed(() => brought.value.filter((one) => one.state === 'taken').length);
async function bring(files: readonly File[]): Promise<void> {
  for (const file of files) {
    brought.value.push({ name: file.name, state: 'sending', words: t('piece.sending', { name: file.name }) });
    const one = brought.value.at(-1)!;
    try {
      const reply = await ask('POST /api/assignments/:assignmentId/bring-back', { params: { assignmentId: props.assignmentId }, file });
      Object.assign(one, { state: 'taken', words: t('takeHome.taken', { names: reply.students.map(name).join(', ') }) });
    } catch (error) {
      Object.assign(one, { state: 'refused', words: error instanceof ApiProblem ? error.title : String(error) });
    }
  }
  emit('changed');
}
watch(
  () => props.open,
  () => {
    progress.value = null;
    clearInterval(asking);
  },
);
onBeforeUnmount(() => clearInterval(asking));
</script>

<template>
  <SideSheet :open="open" :title="t('takeHome.title')" :width="520" @close="emit('close')">
    <section class="stack">
      <p>{{ count('takeHome.what', handedIn) }}</p>
      <div class="row wrap" role="group" :aria-label="t('takeHome.which')">
        <ToggleButton v-for="one in ['one', 'class'] as const" :key="one" :on="what === one" @click="what = one">
          {{ t(`takeHome.${one}`) }}
        </ToggleButton>
      </div>
      <div class="row wrap" role="group" :aria-label="t('takeHome.as')">
        <span class="small">{{ t('takeHome.as') }}</span><ToggleButton
          v-for="one in ['html', 'pdf', 'docx', 'odt'] as const"
          :key="one"
          :on="as === one"
          @click="as = one"
        >
          {{ t(`takeHome.${one}`) }}
        </ToggleButton>
      </div>
      <p class="muted small">{{ t('takeHome.names') }}</p>
      <div class="row">
        <Button type="primary" :disabled="handedIn === 0 && what === 'one'" @click="take"> {{ t('takeHome.go') }}</Button><span
          v-if="progress"
          class="grow small"
          role="status"
          >{{
            progress.done >= progress.of && progress.of > 0
              ? count('takeHome.packed', progress.of)
              : t('takeHome.packing', { a: progress.done, b: progress.of })
          }}</span
        >
      </div>
      <ProgressBar v-if="progress && progress.done < progress.of" :done="progress.done" :of="progress.of" :label="t('takeHome.title')" />
      <p v-if="failed" class="note bad" role="alert">{{ failed }}</p>
    </section>
    <section class="stack back" @dragover.prevent @drop.prevent="bring([...($event.dataTransfer?.files ?? [])])">
      <h3>{{ t('takeHome.back') }}</h3>
      <p class="muted small">{{ t('takeHome.backHint') }}</p>
      <div>
        <FileButton multiple @files="bring">{{ t('takeHome.backChoose') }}</FileButton>
      </div>
      <p v-if="taken > 0" class="small" role="status">{{ count('takeHome.takenAll', taken) }}</p>
      <ul class="plain small">
        <li v-for="(one, index) in brought" :key="index" class="one" :class="{ alarm: one.state === 'refused' }">
          <strong class="clip" dir="auto">{{ one.name }}</strong><span dir="auto">{{ one.words }}</span>
        </li>
      </ul>
    </section>
  </SideSheet>
</template>

<style scoped>
.back {
  border-block-start: 1px solid var(--line);
  margin-block-start: 22px;
  padding-block-start: 16px;
}
.one {
  display: grid;
  padding-block: 4px;
}
</style>
