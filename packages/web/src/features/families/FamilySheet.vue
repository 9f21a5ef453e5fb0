<script setup lang="ts">
/** Inviting the families of chosen students: letters to print, or mails, each with a code of its own. */
import { Button, Input } from 'ant-design-vue';
import { LANGUAGES, type Language } from '@jolly/core';
import type { StudentFamilies } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask, download } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { language as spoken } from '../../time/format';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import SelectField from '../../ui/SelectField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ open: boolean; classId: string; students: readonly StudentFamilies[] }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const language = ref<Language>(spoken());
const emails = ref(new Map<string, string>());
const sent = ref<number | null>(null);
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    emails.value = new Map(props.students.map((one) => [one.student.id, '']));
    sent.value = null;
    problem.value = null;
  },
);
const typed = computed(() =>
  [...emails.value].filter(([, email]) => email.trim() !== '').map(([studentId, email]) => ({ studentId, email: email.trim() })),
);
const print = () =>
  attempt(async () => {
    await download('POST /api/classes/:classId/families/letters', 'letters-to-families.pdf', {
      params: { classId: props.classId },
      body: { studentIds: props.students.map((one) => one.student.id), language: language.value },
    });
    emit('changed');
  });
const mail = () =>
  attempt(async () => {
    sent.value = (
      await ask('POST /api/classes/:classId/families/mails', {
        params: { classId: props.classId },
        body: { invitations: typed.value, language: language.value },
      })
    ).sent;
    emails.value = new Map(props.students.map((one) => [one.student.id, '']));
    emit('changed');
  });
</script>

<template>
  <SideSheet :open="open" :title="count('families.inviteTitle', students.length)" :width="520" @close="emit('close')">
    <div class="stack">
      <div>
        <label class="label" for="letter-language">{{ t('families.language') }}</label><SelectField
          id="letter-language"
          v-model="language"
          class="short"
          :options="LANGUAGES.map((one) => ({ value: one, label: t(`wording.languages.${one}`) }))"
        />
      </div>
      <section>
        <h3>{{ t('families.print') }}</h3>
        <p class="muted small">{{ t('families.printHint') }}</p>
        <Button type="primary" :disabled="busy" @click="print">{{ count('families.printGo', students.length) }}</Button>
      </section>
      <FieldForm lies="own" @send="mail">
        <h3>{{ t('families.mail') }}</h3>
        <p class="muted small">{{ t('families.mailHint') }}</p>
        <div v-for="one in students" :key="one.student.id" class="row line">
          <label class="grow" :for="`mail-${one.student.id}`" dir="auto">{{ name(one.student) }}</label><Input
            :id="`mail-${one.student.id}`"
            type="email"
            :maxlength="200"
            :value="emails.get(one.student.id) ?? ''"
            class="address"
            @update:value="(typed: string) => emails.set(one.student.id, typed)"
          />
        </div>
        <Button html-type="submit" :disabled="busy || typed.length === 0">{{ count('families.mailGo', typed.length) }}</Button>
      </FieldForm>
      <p v-if="sent !== null" class="note" role="status">{{ count('families.mailed', sent) }}</p>
      <ProblemNote :problem="problem" />
    </div>
  </SideSheet>
</template>

<style scoped>
.short {
  inline-size: auto;
}
.line {
  padding-block: 4px;
}
.address {
  inline-size: 260px;
}
</style>
