<script setup lang="ts">
/** A conversation about a piece, the same from both sides. What is typed and not sent yet stays in this browser. */
import { Button, Textarea } from 'ant-design-vue';
import type { ConversationReply, KeptFile, MessageRequest } from '@jolly/server/contract';
import { computed, nextTick, ref, watch } from 'vue';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { typedSince } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import { talkAddress, talkAt, type TalkAt } from './talk-api';
import { fileAddress } from '../files';
import FileButton from '../../ui/FileButton.vue';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{
  at: TalkAt;
  /** who reads on the other side */
  readers: string;
  zone: string;
  /** counts up when something may have come */
  beat?: number;
  closed?: boolean;
}>();
const emit = defineEmits<{ read: [] }>();
const { t, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const placeOf = useKeptHere();
const key = computed(() => placeOf('message', talkAddress(props.at)));
const talk = computed(() => talkAt(props.at));
const files = ref<KeptFile[]>([]);
const list = ref<HTMLElement | null>(null);
const { state, value, why, reload } = useLoad(async () => {
  const reply = await talk.value.list();
  // Having it before one's eyes is having read it.
  if (reply.messages.some((one) => !one.mine && (reply.readAt === null || one.at > reply.readAt)))
    void talk.value
      .read()
      .then(() => emit('read'))
      .catch(() => undefined);
  void nextTick(() => list.value?.scrollTo({ top: list.value.scrollHeight }));
  return reply;
}, [key, () => props.beat]);
const messages = computed(() => value.value?.messages ?? []);
const isNew = (one: ConversationReply['messages'][number]) => !one.mine && (value.value?.readAt == null || one.at > value.value.readAt);

const { text, begin } = useKeptText(() => key.value);
watch(key, () => begin(), { immediate: true, flush: 'sync' });

function picked(chosen: File[]): void {
  void attempt(async () => {
    for (const file of chosen) files.value.push(await talk.value.putUp(file));
  });
}
function pressed(event: KeyboardEvent): void {
  if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
  event.preventDefault();
  void send();
}
const send = () =>
  attempt(async () => {
    const sent = text.value;
    const body: MessageRequest = { text: sent.trim(), fileIds: files.value.map((file) => file.id) };
    value.value = await talk.value.send(body);
    text.value = typedSince(text.value, sent);
    files.value = files.value.filter((file) => !body.fileIds.includes(file.id));
    await nextTick();
    list.value?.scrollTo({ top: list.value.scrollHeight });
  });
</script>

<template>
  <section class="talk stack" :aria-label="t('talk.title')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="messages.length === 0" class="muted small">{{ t('talk.none', { readers }) }}</p>
      <ol v-else ref="list" class="plain messages" tabindex="0" :aria-label="t('talk.title')">
        <li v-for="one in messages" :key="one.id" class="message" :class="{ mine: one.mine, fresh: isNew(one) }">
          <p class="small muted">
            <strong dir="auto">{{ one.mine ? t('talk.me') : one.by }}</strong> · {{ when(one.at, zone)
            }}<span v-if="isNew(one)" class="new"> · {{ t('talk.new') }}</span>
          </p>
          <p v-if="one.text" class="words" dir="auto">{{ one.text }}</p>
          <ul v-if="one.files.length > 0" class="plain small">
            <li v-for="file in one.files" :key="file.id">
              <a :href="fileAddress(file.id)" download dir="auto">{{ file.name }}</a>
            </li>
          </ul>
        </li>
      </ol>
      <FieldForm v-if="!closed" :problem="problem" @send="send">
        <label class="hidden-text" :for="`talk ${key}`">{{ t('talk.write', { readers }) }}</label>
        <Textarea
          :id="`talk ${key}`"
          v-model:value="text"
          :auto-size="{ minRows: 2, maxRows: 12 }"
          :maxlength="4000"
          dir="auto"
          :placeholder="t('talk.write', { readers })"
          @keydown="pressed"
        />
        <ul v-if="files.length > 0" class="plain small">
          <li v-for="file in files" :key="file.id" class="row">
            <span class="grow clip" dir="auto">{{ file.name }}</span><Button
              type="link"
              :aria-label="t('piece.remove', { name: file.name })"
              @click="files = files.filter((other) => other !== file)"
            >
              ×
            </Button>
          </li>
        </ul>
        <template #acts>
          <div class="row">
            <Button html-type="submit" :disabled="busy || (text.trim() === '' && files.length === 0)">{{
              t('talk.send')
            }}</Button><FileButton :disabled="busy" multiple link @files="picked">{{ t('talk.attach') }}</FileButton>
          </div></template
        ></FieldForm
      >
    </LoadGate>
  </section>
</template>

<style scoped>
.messages {
  display: grid;
  gap: 8px;
  max-block-size: 320px;
  overflow: auto;
}
.message {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 7px 11px;
  margin-inline-end: 26px;
}
.mine {
  margin-inline: 26px 0;
  background: var(--surface-2);
}
.fresh {
  border-inline-start: 5px solid var(--now);
}
.new {
  color: var(--text);
  font-weight: 650;
}
.words {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
