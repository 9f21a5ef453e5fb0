<script setup lang="ts">
/** What a family and the teachers of a class wrote to each other. */
import { Button, Textarea } from 'ant-design-vue';
import type { FamilyMessage } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { typedSince } from '../../ui/own-words';
import { useFamilyWords } from './use-family';
import FormLine from '../../ui/FormLine.vue';
import FieldForm from '../../ui/FieldForm.vue';

const props = defineProps<{ childId: string; classId: string; zone: string }>();
defineEmits<{ close: [] }>();
const { t, when, refusedOf } = useFamilyWords();
const { problem, busy, attempt } = useAttempt();
const refused = refusedOf(problem);
const messages = ref<FamilyMessage[] | null>(null);
const text = ref('');
let id = crypto.randomUUID();
void attempt(async () => {
  messages.value = await ask('GET /api/family/children/:studentId/classes/:classId/messages', {
    params: { studentId: props.childId, classId: props.classId },
  });
});
const send = () =>
  attempt(async () => {
    const sent = text.value;
    messages.value = await ask('POST /api/family/children/:studentId/classes/:classId/messages', {
      params: { studentId: props.childId, classId: props.classId },
      body: { id, text: sent.trim() },
    });
    id = crypto.randomUUID();
    text.value = typedSince(text.value, sent);
  });
</script>

<template>
  <div class="talk">
    <p v-if="messages?.length === 0" class="muted small">{{ t('family.noMessages') }}</p>
    <div v-for="message in messages ?? []" :key="message.id" class="message" :class="{ mine: message.fromFamily }">
      <p class="small muted">
        <span dir="auto">{{ message.fromFamily ? t('family.you') : message.by }}</span> · {{ when(message.at, zone) }}
      </p>
      <p class="says" dir="auto">{{ message.text }}</p>
    </div>
    <FieldForm :problem="refused" @send="send">
      <FormLine :label="t('family.says')" :for="`talk-${classId}`" path="text">
        <Textarea
          :id="`talk-${classId}`"
          v-model:value="text"
          :auto-size="{ minRows: 4, maxRows: 12 }"
          :maxlength="4000"
          required
          dir="auto"
        /> </FormLine
      ><template #acts
        ><div class="row acts">
          <Button type="primary" html-type="submit" :disabled="busy || text.trim() === ''">{{ t('family.send') }}</Button><Button
            type="link"
            @click="$emit('close')"
          >
            {{ t('family.close') }}
          </Button>
        </div></template
      >
    </FieldForm>
  </div>
</template>

<style scoped>
.message {
  padding: 8px 12px;
  margin-block-end: 8px;
  background: var(--surface-2);
  border-radius: var(--radius);
}
.message.mine {
  background: var(--surface-now);
}
.message p {
  margin: 0;
}
.says {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.acts {
  margin-block-start: 8px;
}
</style>
