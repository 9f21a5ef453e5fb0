<script setup lang="ts">
/** Who teaches a class: its owner, co-teachers, who is invited. */
import { Button, Input } from 'ant-design-vue';
import type { TeachersReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { useTermLine } from '../termline';
import { useClasses } from './classes.store';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ classId: string; teachers: TeachersReply; owner: boolean; zone: string; reload: () => Promise<void> }>();
const { t, when } = useWords();
const router = useRouter();
const session = useSession();
const classes = useClasses();
const line = useTermLine();
const here = computed(() => ({ classId: props.classId }));
const email = ref('');
const sure = ref<string | null>(null);
const together = useAttempt();
const invite = () =>
  together.attempt(async () => {
    await ask('POST /api/classes/:classId/teachers', { params: here.value, body: { email: email.value } });
    email.value = '';
    await props.reload();
  });
const act = (work: () => Promise<unknown>) =>
  together.attempt(async () => {
    await work();
    sure.value = null;
    await Promise.all([props.reload(), classes.load()]);
  });
const leave = () =>
  together.attempt(async () => {
    await ask('DELETE /api/classes/:classId/teachers/:teacherId', {
      params: { ...here.value, teacherId: session.me!.id },
    });
    await Promise.all([classes.load(), line.load()]);
    await router.replace('/class');
  });
</script>

<template>
  <section class="stack">
    <h2>{{ t('about.teachers') }}</h2>
    <ul class="plain people">
      <li v-for="one in teachers.teachers" :key="one.id" class="row wrap">
        <span class="grow" dir="auto"
          ><strong>{{ one.name }}</strong> <span v-if="one.owner" class="muted small">{{ t('class.owner') }}</span></span
        >
        <template v-if="sure === `owner ${one.id}`"
          ><span class="small">{{ t('about.handOverSure', { name: one.name }) }}</span
          ><Button
            @click="act(() => ask('POST /api/classes/:classId/teachers/:teacherId/owner', { params: { ...here, teacherId: one.id } }))"
          >
            {{ t('about.handOverYes') }}</Button
          ><Button type="link" @click="sure = null">{{ t('common.cancel') }}</Button></template
        >
        <template v-else-if="sure === `out ${one.id}`"
          ><span class="small">{{ t(one.id === session.me?.id ? 'about.leaveSure' : 'about.outSure', { name: one.name }) }}</span
          ><Button
            @click="
              one.id === session.me?.id
                ? leave()
                : act(() => ask('DELETE /api/classes/:classId/teachers/:teacherId', { params: { ...here, teacherId: one.id } }))
            "
          >
            {{ t('about.outYes') }}</Button
          ><Button type="link" @click="sure = null">{{ t('common.cancel') }}</Button></template
        >
        <template v-else-if="!one.owner"
          ><Button v-if="owner" type="link" @click="sure = `owner ${one.id}`">{{ t('about.handOver') }}</Button
          ><Button type="link" @click="sure = `out ${one.id}`">
            {{ t(one.id === session.me?.id ? 'about.leave' : 'about.out') }}{{ ' ' }}<span class="hidden-text">{{ one.name }}</span>
          </Button></template
        >
      </li>
      <li v-for="one in teachers.invitations" :key="one.id" class="row wrap">
        <span class="grow"
          ><span dir="auto">{{ one.email }}</span
          >{{ ' ' }}<span class="muted small">{{ t('about.invited', { when: when(one.at, zone) }) }}</span></span
        ><Button
          type="link"
          @click="act(() => ask('DELETE /api/classes/:classId/invitations/:ticketId', { params: { ...here, ticketId: one.id } }))"
        >
          {{ t('about.withdraw') }}{{ ' ' }}<span class="hidden-text">{{ one.email }}</span>
        </Button>
      </li>
    </ul>
    <FieldForm lies="row" @send="invite">
      <label class="hidden-text" for="invite">{{ t('about.inviteEmail') }}</label><Input
        id="invite"
        v-model:value="email"
        type="email"
        :maxlength="200"
        required
        :placeholder="t('about.inviteEmail')"
      /><Button html-type="submit" :disabled="together.busy.value">{{ t('about.invite') }}</Button>
    </FieldForm>
    <ProblemNote :problem="together.problem.value" />
  </section>
</template>

<style scoped>
.stack h2 {
  font-size: 17px;
}
.people li {
  padding-block: 5px;
  border-block-end: 1px solid var(--line-2);
  min-height: 42px;
}
.people .ant-btn {
  min-height: 28px;
  padding-block: 2px;
}
</style>
