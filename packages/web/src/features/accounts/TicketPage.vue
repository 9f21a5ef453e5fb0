<script setup lang="ts">
/** Where a mailed link leads: an invitation to a student or a co-teacher, or a new password. */
import { Button, Input } from 'ant-design-vue';
import type { TicketReply } from '@jolly/server/contract';
import { onMounted, ref } from 'vue';
import { useT } from '../../i18n/use-t';
import { useRoute, useRouter } from 'vue-router';
import { ask, askSession } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import GatePage from './GatePage.vue';
import { useSession } from './session.store';
import LinkButton from '../../ui/LinkButton.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t } = useT();
const route = useRoute();
const router = useRouter();
const session = useSession();
const ticket = ref(route.hash.slice(1));
const found = ref<TicketReply | null>(null);
const changed = ref(false);
const person = ref({ givenName: '', familyName: '', userName: '', password: '' });
const { problem, busy, attempt } = useAttempt();
const FIELDS = {
  student: ['userName', 'password'],
  coTeacher: ['givenName', 'familyName', 'userName', 'password'],
  password: ['password'],
} as const;
const LABELS = { givenName: 'join.given', familyName: 'join.family', userName: 'join.userName', password: 'join.password' } as const;

onMounted(() =>
  attempt(async () => {
    await askSession();
    found.value = await ask('POST /api/tickets/look', { body: { ticket: ticket.value }, anonymous: true });
  }),
);
const take = (body: object) =>
  attempt(async () => {
    const reply = await ask('POST /api/tickets/take', { body: { ticket: ticket.value, ...body }, anonymous: true });
    if (found.value?.kind === 'password') {
      changed.value = true;
      return;
    }
    session.enter(reply);
    await router.replace(found.value?.kind === 'student' ? '/work' : '/class');
  });
const typed = () =>
  Object.fromEntries(FIELDS[found.value!.kind].filter((field) => person.value[field] !== '').map((field) => [field, person.value[field]]));
</script>

<template>
  <GatePage :title="route.path === '/new-password' ? t('ticket.password') : t('ticket.title')">
    <div v-if="changed" class="stack">
      <p class="note" role="status">{{ t('ticket.changed') }}</p>
      <LinkButton type="primary" block to="/sign-in">{{ t('signIn.go') }}</LinkButton>
    </div>
    <p v-else-if="!found" class="note" :class="{ bad: problem }" role="status">{{ problem ? problem.title : t('common.loading') }}</p>
    <template v-else>
      <p v-if="found.kind === 'student'" class="lead">
        {{
          t('ticket.student', { name: found.student?.givenName ?? '', teacher: found.invitedBy ?? '', className: found.className ?? '' })
        }}
      </p>
      <p v-if="found.kind === 'coTeacher'" class="lead">
        {{ t('ticket.coTeacher', { teacher: found.invitedBy ?? '', className: found.className ?? '' }) }}
      </p>
      <div v-if="found.kind === 'coTeacher' && session.me?.role === 'teacher'" class="stack">
        <ProblemNote :problem="problem" />
        <Button type="primary" block :disabled="busy" @click="take({})">{{ t('ticket.accept', { name: session.me.userName }) }}</Button>
      </div>
      <FieldForm v-else :problem="problem" @send="take(typed())">
        <p v-if="found.kind === 'coTeacher'" class="muted small">
          {{ t('ticket.haveSignIn') }}
          <RouterLink :to="{ path: '/sign-in', query: { to: route.fullPath } }">{{ t('signIn.go') }}</RouterLink>
        </p>
        <FormLine
          v-for="field in FIELDS[found.kind]"
          :key="field"
          :label="t(LABELS[field])"
          :for="field"
          :path="field"
          :hint="field === 'password' ? t('join.passwordHint') : undefined"
        >
          <Input
            :id="field"
            v-model:value="person[field]"
            :type="field === 'password' ? 'password' : 'text'"
            :autocomplete="field === 'password' ? 'new-password' : field === 'userName' ? 'username' : 'name'"
            autocapitalize="none"
            :required="field !== 'familyName'"
          />
        </FormLine>
        <template #acts>
          <Button type="primary" block html-type="submit" :disabled="busy">{{ t(`ticket.go.${found.kind}`) }}</Button>
        </template>
      </FieldForm>
    </template>
    <template #below
      ><RouterLink to="/sign-in">{{ t('forgotten.back') }}</RouterLink></template
    >
  </GatePage>
</template>

<style scoped>
.lead {
  margin-block-end: 14px;
}
</style>
