<script setup lang="ts">
/** The frame of every page about a class: which class, its parts, and the page itself. */
import { Button } from 'ant-design-vue';
import type { ClassReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import LoadGate from '../../ui/LoadGate.vue';
import { useWords } from '../../ui/use-words';
import { useSession } from '../accounts';
import { rememberClass, useScope, useTermLine } from '../termline';
import { useClasses } from './classes.store';
import FirstStepsStrip from './FirstStepsStrip.vue';
import { useFirstSteps } from './first-steps.store';
import LinkButton from '../../ui/LinkButton.vue';
import RouteTabs from '../../ui/RouteTabs.vue';
import NewClassForm from './NewClassForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

defineSlots<{ default: (props: { schoolClass: ClassReply }) => unknown }>();
const { t, count } = useWords();
const route = useRoute();
const router = useRouter();
const session = useSession();
const line = useTermLine();
const scope = useScope();
const classes = useClasses();
const { state, why, reload } = useLoad(() => classes.load());
const PARTS = [
  '',
  'notices',
  'ask',
  'register',
  'timetable',
  'walls',
  'year-shelf',
  'groups',
  'families',
  'exceptions',
  'scheme',
  'calendar',
  'about',
] as const;

const classId = computed(() =>
  typeof route.params.id === 'string' && route.params.id
    ? route.params.id
    : (scope.classId.value ?? classes.active[0]?.id ?? classes.away[0]?.id ?? null),
);
watch(classId, (id) => id !== null && rememberClass(id), { immediate: true });
const current = computed(() => classes.all?.find((one) => one.id === classId.value) ?? null);
const firstSteps = useFirstSteps();
watch([classId, () => current.value?.students], () => void firstSteps.load(), { immediate: true });
const part = computed(() => route.path.split('/')[3] ?? '');
const owner = computed(() => current.value?.teachers.some((one) => one.owner && one.id === session.me?.id) ?? false);
const address = (id: string, to = part.value) => ({ path: to ? `/class/${id}/${to}` : `/class/${id}`, query: scope.kept.value });

const making = ref(false);
const showAway = ref(false);
const { problem, attempt } = useAttempt();
const practise = () =>
  attempt(async () => {
    await session.practise(current.value!.id);
    line.forget();
    await router.push('/work');
  });
</script>

<template>
  <LoadGate :state="classes.all ? 'ready' : state" :why="why" @retry="reload">
    <div class="page">
      <div class="row wrap classes no-print">
        <LinkButton
          v-for="one in classes.active"
          :key="one.id"
          size="small"
          class="tab"
          :to="address(one.id, ['bring-in', 'copy'].includes(part) ? '' : part)"
          :aria-current="one.id === classId ? 'page' : undefined"
          ><ClassSquare :hue="one.hue" /> <span dir="auto">{{ one.label }}</span></LinkButton
        >
        <template v-if="showAway || (current && current.putAwayAt !== null)"
          ><LinkButton
            v-for="one in classes.away"
            :key="one.id"
            size="small"
            class="tab away"
            :to="address(one.id, '')"
            :aria-current="one.id === classId ? 'page' : undefined"
            ><ClassSquare :hue="one.hue" /> <span dir="auto">{{ one.label }}</span></LinkButton
          ></template
        >
        <Button v-else-if="classes.away.length > 0" type="link" @click="showAway = true">
          {{ count('class.away', classes.away.length) }}
        </Button>
        <Button v-if="!making" @click="making = true">{{ t('class.newClass') }}</Button>
        <NewClassForm v-else @made="making = false"
          ><Button type="link" @click="making = false">{{ t('common.cancel') }}</Button></NewClassForm
        >
      </div>
      <ProblemNote :problem="problem" />
      <div v-if="!current" class="note stack">
        <h2>{{ t('class.none') }}</h2>
        <p>{{ t('class.noneHint') }}</p>
        <Button v-if="!making" type="primary" @click="making = true">{{ t('class.newClass') }}</Button>
      </div>
      <template v-else>
        <div class="head">
          <div class="grow">
            <h1 dir="auto">{{ current.label }}</h1>
            <p class="small muted facts">
              {{
                [
                  count('common.students', current.students),
                  current.subject,
                  current.level && t('class.levelIs', { level: current.level }),
                  current.room && t('class.roomIs', { room: current.room }),
                  t('class.taughtBy', { names: current.teachers.map((one) => one.name).join(', ') }),
                ]
                  .filter(Boolean)
                  .join(' · ')
              }}
            </p>
          </div>
          <Button v-if="current.putAwayAt === null" class="no-print" @click="practise">{{ t('practice.enter') }}</Button>
        </div>
        <RouteTabs
          class="no-print"
          :label="t('class.parts.label')"
          :tabs="
            PARTS.map((one) => ({
              key: one,
              to: address(current!.id, one),
              title: t(`class.parts.${one || 'students'}`),
              on: part === one || (one === '' && part === 'bring-in') || (one === 'about' && part === 'copy'),
            }))
          "
        />
        <p v-if="current.putAwayAt !== null" class="note put-away">
          {{ t('class.isAway') }}
          <RouterLink :to="{ path: '/progress', query: { class: current.id } }">{{ t('class.itsProgress') }}</RouterLink>{{ ' '
          }}<RouterLink v-if="owner" :to="address(current.id, 'about')">{{ t('class.bringBack') }}</RouterLink>
        </p>
        <FirstStepsStrip v-if="part !== 'bring-in' && firstSteps.of(current.id)" :steps="firstSteps.of(current.id)!" />
        <slot :school-class="current" />
      </template>
    </div>
  </LoadGate>
</template>

<style scoped>
.classes {
  margin-block-end: 16px;
  gap: 6px;
}
@media (max-width: 640px) {
  .classes {
    flex-wrap: nowrap;
    overflow-x: auto;
    scrollbar-width: none;
    margin-inline: -14px;
    padding-inline: 14px;
  }
  .classes > * {
    flex: none;
  }
}
.tab {
  text-decoration: none;
  display: inline-flex;
  align-items: center;
  gap: 7px;
  max-width: 260px;
}
.tab span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.tab[aria-current] {
  border-color: var(--text);
  box-shadow: inset 0 -3px 0 var(--now);
}
.away {
  border-style: dashed;
}
.head {
  display: flex;
  gap: 16px;
  align-items: flex-start;
}
.head h1 {
  overflow-wrap: anywhere;
}
.facts {
  margin-block-start: 2px;
}
.put-away {
  margin-block-end: 16px;
}
</style>
