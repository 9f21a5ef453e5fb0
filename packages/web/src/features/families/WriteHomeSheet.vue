<script setup lang="ts">
/** Writing to the families of a student, to each by itself, below what was written before. */
import { Button, Checkbox, Textarea } from 'ant-design-vue';
import type { StudentName } from '@jolly/core';
import type { FamilyThread } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import { withOrWithout } from '../../ui/with-or-without';
import LinkButton from '../../ui/LinkButton.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ open: boolean; classId: string; student: (StudentName & { id: string }) | null; about?: readonly string[] }>();
const emit = defineEmits<{ close: [] }>();
const { t, name, when } = useWords();
const line = useTermLine();
const { problem, busy, attempt } = useAttempt();
const threads = ref<FamilyThread[] | null>(null);
const chosen = ref<string[]>([]);
const placeOf = useKeptHere();
const { text, begin, sent } = useKeptText(() => placeOf('home', props.classId, props.student?.id ?? ''));
let id = '';
const own = () => ({ classId: props.classId, studentId: props.student!.id });
const zone = computed(() => line.classOf(props.classId)?.zone ?? line.zone);
const load = async () => {
  threads.value = await ask('GET /api/classes/:classId/progress/:studentId/families/messages', {
    params: own(),
  });
};
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    threads.value = null;
    id = crypto.randomUUID();
    begin(
      props.about && props.about.length > 0 && props.student
        ? t('home.about', { name: props.student.givenName, titles: props.about.join(', ') })
        : '',
    );
    void attempt(async () => {
      await load();
      chosen.value = threads.value!.map((one) => one.family.id);
    });
  },
  { immediate: true },
);
const send = () =>
  attempt(async () => {
    await ask('POST /api/classes/:classId/progress/:studentId/families/messages', {
      params: own(),
      body: { id, familyIds: chosen.value, text: text.value.trim() },
    });
    id = crypto.randomUUID();
    sent();
    await load();
  });
</script>

<template>
  <SideSheet :open="open" :title="student ? t('home.title', { name: name(student) }) : ''" :width="520" @close="emit('close')">
    <div class="stack">
      <ProblemNote :problem="problem" />
      <p v-if="threads === null && !problem" class="muted" role="status">{{ t('common.loading') }}</p>
      <div v-if="threads?.length === 0" class="note">
        <p>{{ t('home.nobody') }}</p>
        <LinkButton :to="`/class/${classId}/families`">{{ t('home.invite') }}</LinkButton>
      </div>
      <FieldForm v-if="threads && threads.length > 0" @send="send">
        <fieldset class="who">
          <legend class="label">{{ t('home.to') }}</legend>
          <Checkbox
            v-for="one in threads"
            :key="one.family.id"
            :checked="chosen.includes(one.family.id)"
            @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, one.family.id, on))"
            ><span dir="auto">{{ one.family.name }}</span></Checkbox
          >
        </fieldset>
        <FormLine :label="t('home.says')" for="home-text">
          <Textarea id="home-text" v-model:value="text" :auto-size="{ minRows: 6, maxRows: 12 }" :maxlength="4000" required dir="auto" />
        </FormLine>
        <p class="muted small">{{ t('home.how') }}</p>
        <Button type="primary" html-type="submit" :disabled="busy || text.trim() === '' || chosen.length === 0">
          {{ t('home.send', { n: chosen.length }, chosen.length) }}
        </Button>
      </FieldForm>
      <section v-for="one in (threads ?? []).filter((thread) => thread.messages.length > 0)" :key="one.family.id">
        <h3 dir="auto">{{ one.family.name }}</h3>
        <div v-for="message in one.messages" :key="message.id" class="message" :class="{ theirs: message.fromFamily }">
          <p class="small muted">
            <span dir="auto">{{ message.by }}</span> · {{ when(message.at, zone) }}
          </p>
          <p class="says" dir="auto">{{ message.text }}</p>
        </div>
      </section>
    </div>
  </SideSheet>
</template>

<style scoped>
.who {
  border: 0;
  margin: 0;
  padding: 0;
}
.message {
  padding: 8px 12px;
  margin-block-start: 8px;
  background: var(--surface-2);
  border-radius: var(--radius);
}
.message.theirs {
  background: var(--surface-now);
}
.message p {
  margin: 0;
}
.says {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
