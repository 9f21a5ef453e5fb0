<script setup lang="ts">
/** Mast, term line, and the page below. Asks to sign in again over the page when the session has ended. */
import { Button } from 'ant-design-vue';
import type { Me } from '@jolly/server/contract';
import { localDateAt } from '@jolly/core';
import { computed, defineAsyncComponent, provide, ref, watch } from 'vue';
import { useT } from '../i18n/use-t';
import { useRoute, useRouter } from 'vue-router';
import { now, whenSignedOut } from '../api/client';
import { unsaid } from '../api/unsaid';
import { SignInForm, useSession } from '../features/accounts';
import { useClasses } from '../features/classes';
import { FindAnything } from '../features/find';
import { useNews } from '../features/news';
import { rememberClass, TermLine, useScope, useTermLine } from '../features/termline';
import { LIST_OWNER } from '../ui/list-view';
import { setSchoolDay } from '../ui/school-day';
import SignPicture from '../ui/SignPicture.vue';
import WordMark from '../ui/WordMark.vue';
import { activeShortcuts } from '../ui/use-shortcuts';
import CountBadge from './CountBadge.vue';
import MeMenu from './MeMenu.vue';
import { usePageHeading } from './use-page-heading';

const HelpSheet = defineAsyncComponent(() => import('./HelpSheet.vue'));
const { t } = useT();
const route = useRoute();
const router = useRouter();
const session = useSession();
const line = useTermLine();
const classes = useClasses();
const scope = useScope();
const news = useNews();
const page = ref<HTMLElement | null>(null);
const { heard } = usePageHeading(page, t('brand'));
const find = ref<InstanceType<typeof FindAnything> | null>(null);
const helpOpen = ref(false);
const helpAsked = ref(false);
watch(helpOpen, () => (helpAsked.value = true));

// Lists are set by each for oneself, and days are typed and picked as seen from the school.
provide(
  LIST_OWNER,
  computed(() => session.me?.id ?? ''),
);
setSchoolDay(() => localDateAt(line.zone, now()));

const student = computed(() => session.me?.role === 'student');
/** One thing at a time: no sections, no search, no line of the term. */
const simple = computed(() => session.me?.simple ?? false);
const nameOf = {
  work: 'myWork',
  'my-progress': 'progress',
  today: 'today',
  plan: 'plan',
  marking: 'marking',
  'mark-book': 'markBook',
  progress: 'progress',
  class: 'class',
} as const;
const sections = computed((): (keyof typeof nameOf)[] =>
  student.value ? ['work', 'my-progress'] : ['today', 'plan', 'marking', 'mark-book', 'progress', 'class'],
);
const current = computed(() => route.meta.section as string | undefined);
// A page about a class begins anew with another class; elsewhere the address changes while one types.
const fresh = computed(() => (current.value === 'class' ? route.path : undefined));
const fullName = computed(() => `${session.me?.givenName ?? ''} ${session.me?.familyName ?? ''}`.trim());

watch(
  () => session.me?.id,
  (id) => {
    classes.forget();
    news.forget();
    if (!id) return;
    void line.load().catch(() => undefined);
    void news.look().catch(() => undefined);
  },
  { immediate: true },
);
// The line follows what was just done on a page: issued, moved, scored.
watch(
  () => route.path,
  () => {
    unsaid.value = null;
    if (!session.me || !line.loaded) return;
    void line.load().catch(() => undefined);
    void news.look().catch(() => undefined);
  },
);

// Signing in again, over the page: everything typed on it stays.
const ended = ref<{ resume: () => void } | null>(null);
const wrongPerson = ref(false);
let waiting: Promise<void> | null = null;
whenSignedOut(() => {
  waiting ??= new Promise<void>((resume) => {
    ended.value = { resume };
  }).finally(() => {
    waiting = null;
  });
  return waiting;
});
const before = ref<Me | null>(null);
watch(
  () => session.me,
  (me) => me && !ended.value && (before.value = me),
  { immediate: true },
);
function again(me: Me): void {
  if (before.value && me.id !== before.value.id) {
    wrongPerson.value = true;
    return;
  }
  wrongPerson.value = false;
  const { resume } = ended.value ?? {};
  ended.value = null;
  resume?.();
}

// A teacher who looks at a class as its practice student goes back by one act, to the class they came from.
async function leavePractice(): Promise<void> {
  const classId = session.me?.practice?.classId;
  await session.leavePractice();
  line.forget();
  await router.push(`/class/${classId}`);
}
async function signOut(): Promise<void> {
  await session.signOut();
  line.forget();
  await router.push('/sign-in');
}
activeShortcuts.everywhere = [
  { key: '/', shown: '/', does: 'shell.find', run: () => find.value?.focus() },
  { key: '?', shown: '?', does: 'shell.showHelp', run: () => (helpOpen.value = true) },
  {
    key: 'n',
    shown: 'N',
    does: 'today.newAssignment',
    run: () => !student.value && void router.push({ path: '/compose', query: scope.kept.value }),
  },
];
// What is begun anew begins in the class that was looked at last.
watch(scope.classId, (id) => id !== null && rememberClass(id), { immediate: true });
</script>

<template>
  <a class="skip" href="#page">{{ t('common.skip') }}</a>
  <header class="mast" :class="{ yields: route.meta.whole, plain: simple }">
    <RouterLink :to="student ? '/work' : '/today'" class="home" :aria-label="t('brand')"><WordMark /></RouterLink>
    <RouterLink v-if="simple" to="/work" class="section start" :aria-label="t('simple.home')"><SignPicture sign="home" /></RouterLink>
    <nav v-if="!simple" class="sections" :aria-label="t('nav.sections')">
      <RouterLink
        v-for="one in sections"
        :key="one"
        :to="{ path: `/${one}`, query: scope.kept.value }"
        class="section"
        :class="{ on: current === one }"
        :aria-current="current === one ? 'page' : undefined"
      >
        {{ t(`nav.${nameOf[one]}`) }}
        <CountBadge
          v-if="one === 'marking' && line.reply.waiting > 0"
          :n="line.reply.waiting"
          :label="t('nav.waiting', { n: line.reply.waiting })"
        />
      </RouterLink>
    </nav>
    <FindAnything v-if="!simple" ref="find" class="finder" :student="student" />
    <RouterLink v-if="!simple" class="section news" :class="{ on: current === 'news' }" to="/news"
      >{{ t('news.title') }}<CountBadge v-if="news.unseen > 0" :n="news.unseen" :label="t('news.unseen', { n: news.unseen })"
    /></RouterLink>
    <MeMenu :student="student" @help="helpOpen = true" @sign-out="signOut" />
  </header>
  <div v-if="session.me?.practice" class="practice" role="status">
    <span>{{ t('practice.band', { className: session.me.practice.className }) }}</span>
    <Button @click="leavePractice">{{ t('practice.leave') }}</Button>
  </div>
  <TermLine v-if="!simple" :student="student" :class="{ yields: route.meta.whole }" />
  <div v-if="unsaid" class="note bad unsaid" role="alert">
    <p>{{ unsaid.title }}</p>
    <Button @click="unsaid = null">{{ t('common.close') }}</Button>
  </div>
  <p class="hidden-text" aria-live="polite">{{ heard }}</p>
  <main id="page" ref="page" tabindex="-1">
    <RouterView v-slot="{ Component }"><component :is="Component" :key="fresh" /></RouterView>
  </main>

  <HelpSheet v-if="helpAsked" :open="helpOpen" :student="student" @close="helpOpen = false" />
  <div v-if="ended" class="over" role="dialog" aria-modal="true" :aria-label="t('signIn.again')">
    <div class="sheet box stack">
      <h2>{{ t('signIn.again') }}</h2>
      <p>{{ t('signIn.againWhy', { name: fullName || before?.userName || '' }) }}</p>
      <p v-if="wrongPerson" class="note bad" role="alert">{{ t('signIn.wrongPerson', { name: before?.userName ?? '' }) }}</p>
      <SignInForm :user-name="before?.userName ?? ''" @done="again" />
    </div>
  </div>
</template>

<style scoped>
/* Nothing lies between the way home and who one is. */
.mast.plain {
  justify-content: flex-start;
  min-block-size: 64px;
}
.mast.plain > :last-child {
  margin-inline-start: auto;
}
.start .sign {
  inline-size: 34px;
}
.skip {
  position: absolute;
  inset-inline-start: -9999px;
}
.skip:focus {
  inset-inline-start: 12px;
  top: 8px;
  z-index: 60;
  background: var(--surface);
  padding: 8px 14px;
  border-radius: 8px;
}
.mast {
  height: 52px;
  background: var(--mast);
  color: var(--on-mast);
  display: flex;
  align-items: center;
  padding: 0 20px;
  gap: 26px;
}
.mast :focus-visible {
  outline-color: var(--now);
}
.home {
  text-decoration: none;
}
.sections {
  display: flex;
  height: 100%;
  gap: 2px;
  min-width: 0;
}
.section {
  position: relative;
  display: flex;
  align-items: center;
  padding-inline: 13px;
  color: var(--on-mast-2);
  text-decoration: none;
  font-weight: 500;
  white-space: nowrap;
}
.section.on {
  color: var(--on-mast);
  font-weight: 650;
}
.section.on::after {
  content: '';
  position: absolute;
  inset-inline-start: calc(50% - 7px);
  bottom: 0;
  border: 7px solid transparent;
  border-block-start: 0;
  border-block-end-color: var(--now);
}
.news {
  height: 100%;
  padding-inline: 6px;
}
.practice {
  background: var(--now);
  color: #14262e;
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 16px;
  padding: 6px 20px;
  font-weight: 650;
  flex-wrap: wrap;
  text-align: center;
}
.practice .ant-btn {
  background: #14262e;
  border-color: #14262e;
  color: #fff;
}
.unsaid {
  /* In sight wherever one has scrolled to, and above a sheet. */
  position: sticky;
  inset-block-start: 0;
  z-index: 1100;
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 16px;
  border-radius: 0;
}
.finder {
  margin-inline-start: auto;
}
.over {
  position: fixed;
  inset: 0;
  background: rgb(15 58 70 / 55%);
  display: grid;
  place-items: center;
  z-index: 2000;
  padding: 16px;
}
.box {
  width: 100%;
  max-width: 420px;
  padding: 24px;
}
#page {
  outline: none;
}
@media (max-width: 640px) {
  /* Two rows: who and what is new above, the sections below, moved sideways where they are many. */
  .mast {
    height: auto;
    flex-wrap: wrap;
    padding: 4px 14px 0;
    gap: 0 8px;
  }
  .sections {
    order: 1;
    flex: 1 0 100%;
    height: 44px;
    margin-inline: -14px;
    padding-inline: 6px;
    overflow-x: auto;
    scrollbar-width: none;
  }
  .section {
    padding-inline: 10px;
  }
  .finder {
    flex: 1;
  }
  .news {
    height: 44px;
  }
}
@media print {
  .mast,
  .line,
  .skip {
    display: none;
  }
}
@media (max-width: 640px) {
  .yields.yields {
    display: none;
  }
}
</style>
