<script setup lang="ts">
/** A student puts up a notice of their own, where a class lets them. */
import { Button, Input, Textarea } from 'ant-design-vue';
import type { MyNoticesReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { localDayText } from '../../time/format';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ writes: MyNoticesReply['writes'] }>();
const emit = defineEmits<{ stored: [] }>();
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const may = computed(() => props.writes.filter((one) => one.pausedUntil === null));
const paused = computed(() => props.writes.filter((one) => one.pausedUntil !== null));
const open = ref(false);
const chosen = ref<string | null>(null);
const here = computed(() => may.value.find((one) => one.classId === chosen.value) ?? may.value[0]);
const [title, text] = [ref(''), ref('')];
let id = crypto.randomUUID();
const put = () =>
  attempt(async () => {
    await ask('PUT /api/my/classes/:classId/notices', {
      params: { classId: here.value!.classId },
      body: { id, title: title.value.trim(), text: text.value.trim() },
    });
    id = crypto.randomUUID();
    [title.value, text.value, open.value] = ['', '', false];
    emit('stored');
  });
</script>

<template>
  <div>
    <Button v-if="may.length > 0 && !open" @click="open = true">{{ t('notices.ownNew') }}</Button>
    <FieldForm v-if="open && here" class="sheet own" :problem="problem" @send="put">
      <FormLine v-if="may.length > 1" :label="t('notices.ownTo')" for="own-class"
        ><SelectField
          id="own-class"
          :model-value="here.classId"
          :options="may.map((one) => ({ value: one.classId, label: one.className }))"
          @update:model-value="(one) => (chosen = one)"
      /></FormLine>
      <FormLine :label="t('notices.ownTitle')" for="own-title" path="title"
        ><Input id="own-title" v-model:value="title" :maxlength="200" required dir="auto"
      /></FormLine>
      <FormLine :label="t('notices.ownText')" for="own-text" path="text"
        ><Textarea id="own-text" v-model:value="text" :auto-size="{ minRows: 3, maxRows: 10 }" :maxlength="4000" dir="auto"
      /></FormLine>
      <p class="small muted">{{ t(here.waits ? 'notices.ownHint.asked' : 'notices.ownHint.atOnce') }}</p>
      <template #acts
        ><div class="row">
          <Button type="primary" html-type="submit" :disabled="busy || title.trim() === ''">{{ t('notices.ownGo') }}</Button><Button
            @click="open = false"
            >{{ t('common.cancel') }}</Button
          >
        </div></template
      >
    </FieldForm>
    <p v-for="one in paused" :key="one.classId" class="small muted" dir="auto">
      {{ t('notices.ownPaused', { name: one.className, day: localDayText(one.pausedUntil!), word: one.word }) }}
    </p>
  </div>
</template>

<style scoped>
.own {
  padding: 14px 18px;
}
</style>
