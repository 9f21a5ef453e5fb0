<script setup lang="ts">
/** Putting together a piece of one's own, or looking back on a term, and putting it in for a teacher's yes. */
import { Button, Input, Textarea } from 'ant-design-vue';
import type { LookBack, PortfolioPiece, PortfolioReply } from '@jolly/server/contract';
import { computed, defineAsyncComponent, ref } from 'vue';
import FieldForm from '../../ui/FieldForm.vue';
import FileButton from '../../ui/FileButton.vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { RecordingSheet, sizeText } from '../files';
import { useOwnPiece } from './use-own-piece';

// Whoever draws fetches what it takes to draw.
const DrawingSheet = defineAsyncComponent(() => import('../mywork').then((one) => one.DrawingSheet));
const props = defineProps<{ first: PortfolioPiece | null; about: LookBack | null; classes: PortfolioReply['classes'] }>();
const emit = defineEmits<{ close: []; stored: [] }>();
const { t } = useWords();
const own = useOwnPiece(props.first, props.about, props.classes[0]?.classId ?? '');
const { piece, words, isOver, sending, problem, busy, underWay } = own;
const reflects = computed(() => props.about !== null || props.first?.kind === 'reflection');
const title = computed(() =>
  props.first
    ? t('portfolio.changeOf', { title: props.first.title })
    : props.about
      ? t('portfolio.lookBack', { term: props.about.term })
      : t('portfolio.ownNew'),
);
const drawing = ref(false);
const recording = ref(false);
const files = computed(() => piece.value?.files ?? []);
const empty = computed(() => words.value.title.trim() === '' || (words.value.text.trim() === '' && files.value.length === 0));
async function keep(done: boolean): Promise<void> {
  if (await own.keep(done)) emit('stored');
}
/** What was put together so far is in the list behind the sheet. */
function close(): void {
  if (piece.value && piece.value !== props.first) emit('stored');
  else emit('close');
}
</script>

<template>
  <SideSheet open :title="title" :width="640" :unsaved="sending.size > 0" @close="close">
    <FieldForm :problem="problem" @send="keep(true)">
      <p v-if="first?.stand === 'yes'" class="note">{{ t('portfolio.losesYes') }}</p>
      <p v-if="first?.word" class="note" dir="auto">{{ t('portfolio.saidWith', { name: first.saidBy, word: first.word }) }}</p>
      <p v-if="isOver" class="note">{{ t('portfolio.theirs') }}</p>
      <FormLine
        v-if="!reflects && classes.length > 1"
        :label="t('portfolio.classOf')"
        for="own-class"
        path="classId"
        :hint="t('portfolio.classHint')"
        ><SelectField
          id="own-class"
          v-model="words.classId"
          :options="classes.map((one) => ({ value: one.classId, label: one.className }))"
      /></FormLine>
      <FormLine v-if="!reflects" :label="t('portfolio.name')" for="own-title" path="title"
        ><Input id="own-title" v-model:value="words.title" :maxlength="200" dir="auto" autocomplete="off"
      /></FormLine>
      <FormLine
        :label="t(reflects ? 'portfolio.textBack' : 'portfolio.text')"
        for="own-text"
        path="text"
        :hint="reflects ? t('portfolio.textBackHint') : undefined"
        ><Textarea id="own-text" v-model:value="words.text" :maxlength="20000" :auto-size="{ minRows: 5, maxRows: 18 }" dir="auto"
      /></FormLine>
      <section :aria-label="t('portfolio.ownFiles')">
        <ul class="plain">
          <li v-for="file in files" :key="file.id" class="row">
            <span class="grow clip" dir="auto">{{ file.name }}</span><span class="muted small">{{ sizeText(file.size) }}</span
            ><Button type="link" :aria-label="t('portfolio.removeFile', { name: file.name })" @click="own.removeFile(file.id)">×</Button>
          </li>
          <li v-for="one in [...sending.values()]" :key="one.key" class="row">
            <span class="grow clip" dir="auto" :role="one.why ? 'alert' : 'status'">{{
              one.why ? t('portfolio.failed', { name: one.file.name, why: one.why }) : t('portfolio.sending', { name: one.file.name })
            }}</span><template v-if="one.why"
              ><Button size="small" @click="own.again(one)">{{ t('common.retry') }}</Button
              ><Button type="link" :aria-label="t('portfolio.removeFile', { name: one.file.name })" @click="own.giveUp(one.key)"
                >×</Button
              ></template
            >
          </li>
        </ul>
        <div class="row wrap">
          <FileButton multiple @files="own.add">{{ t('portfolio.addFiles') }}</FileButton><FileButton
            accept="image/*"
            camera
            @files="own.add"
            >{{ t('portfolio.camera') }}</FileButton
          ><Button :aria-expanded="drawing" @click="drawing = !drawing">{{ t('portfolio.draw') }}</Button
          ><Button :aria-expanded="recording" @click="recording = !recording">{{ t('portfolio.record') }}</Button>
        </div>
        <DrawingSheet
          v-if="drawing"
          open
          :pictures="files.filter((file) => /^image\/(png|jpeg|gif|webp)$/.test(file.mediaType))"
          :keep-key="`portfolio ${own.id}`"
          @close="drawing = false"
          @drawn="(file: File) => own.add([file])"
        />
        <RecordingSheet v-if="recording" @close="recording = false" @recorded="(file) => own.add([file])" />
      </section>
      <p class="small muted">{{ t('portfolio.seenHint') }}</p>
      <template #acts
        ><div class="row wrap">
          <Button type="primary" html-type="submit" :disabled="busy || underWay || empty">{{ t('portfolio.done') }}</Button><Button
            :disabled="busy || underWay"
            @click="keep(false)"
            >{{ t('portfolio.keepSo') }}</Button
          >
        </div></template
      >
    </FieldForm>
  </SideSheet>
</template>

<style scoped>
section {
  margin-block: 12px;
}
li {
  padding-block: 4px;
}
</style>
