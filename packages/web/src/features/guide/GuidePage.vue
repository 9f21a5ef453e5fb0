<script setup lang="ts">
/** How one works with it, a page for each kind of reader; open to whoever stands at the door too. */
import { LANGUAGES, type Language } from '@jolly/core';
import { computed, onBeforeUnmount, onMounted } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useLoad } from '../../api/use-load';
import { i18n, useLanguage } from '../../i18n';
import { doorLanguage } from '../../i18n/door-language';
import { useT } from '../../i18n/use-t';
import LinkButton from '../../ui/LinkButton.vue';
import LoadGate from '../../ui/LoadGate.vue';
import RouteTabs from '../../ui/RouteTabs.vue';
import WordMark from '../../ui/WordMark.vue';
import { useSession } from '../accounts';

const WHOM = ['teacher', 'student', 'family', 'keeper'] as const;
type Whom = (typeof WHOM)[number];
const GUIDES: Record<Whom, Record<Language, () => Promise<{ default: string }>>> = {
  teacher: {
    en: () => import('../../../../../docs/guide/teacher.md'),
    es: () => import('../../../../../docs/guide/teacher.es.md'),
    fr: () => import('../../../../../docs/guide/teacher.fr.md'),
    ar: () => import('../../../../../docs/guide/teacher.ar.md'),
  },
  student: {
    en: () => import('../../../../../docs/guide/student.md'),
    es: () => import('../../../../../docs/guide/student.es.md'),
    fr: () => import('../../../../../docs/guide/student.fr.md'),
    ar: () => import('../../../../../docs/guide/student.ar.md'),
  },
  family: {
    en: () => import('../../../../../docs/guide/family.md'),
    es: () => import('../../../../../docs/guide/family.es.md'),
    fr: () => import('../../../../../docs/guide/family.fr.md'),
    ar: () => import('../../../../../docs/guide/family.ar.md'),
  },
  keeper: {
    en: () => import('../../../../../docs/guide/keeper.md'),
    es: () => import('../../../../../docs/guide/keeper.es.md'),
    fr: () => import('../../../../../docs/guide/keeper.fr.md'),
    ar: () => import('../../../../../docs/guide/keeper.ar.md'),
  },
};

const { t } = useT();
const route = useRoute();
const router = useRouter();
const session = useSession();
const isFamily = computed(() => session.me?.role === 'family');
const whom = computed<Whom>(() => WHOM.find((one) => one === route.params.whom) ?? session.me?.role ?? 'teacher');
// A family comes from its page in the language it reads there; everybody else reads in the language of the pages.
const language = computed(() => LANGUAGES.find((one) => one === route.query.language) ?? null);
const { state, value, why, reload } = useLoad(async () => {
  if (language.value) await useLanguage(language.value, isFamily.value ? 'family' : 'whole');
  return (await GUIDES[whom.value][i18n.global.locale.value as Language]()).default;
}, [whom, language]);
onBeforeUnmount(() => language.value && !isFamily.value && void useLanguage(session.me?.language ?? doorLanguage()));
const tabs = computed(() => WHOM.map((one) => ({ key: one, to: `/guide/${one}`, title: t(`guide.whom.${one}`), on: one === whom.value })));
// An address without a reader is that of one's own guide.
onMounted(() => route.params.whom || void router.replace({ path: `/guide/${whom.value}`, query: route.query }));
</script>

<template>
  <header class="mast">
    <WordMark />
    <LinkButton to="/">{{ t(isFamily ? 'family.guideBack' : 'guide.back') }}</LinkButton>
  </header>
  <main class="guide">
    <RouteTabs v-if="!isFamily" :label="t('guide.label')" :tabs="tabs" />
    <LoadGate :state="state" :why="why" @retry="reload">
      <!-- Our own text, made into a page when the application is built. -->
      <!-- eslint-disable-next-line vue/no-v-html -->
      <article dir="auto" v-html="value" />
    </LoadGate>
  </main>
</template>

<style scoped>
.mast {
  min-height: 52px;
  background: var(--mast);
  color: var(--on-mast);
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding-inline: 20px;
}
.guide {
  max-width: 760px;
  margin-inline: auto;
  padding: 16px 20px 64px;
}
article {
  font: 17px/1.55 var(--font-read);
}
article :deep(h1) {
  font-size: 30px;
  margin-block: 12px;
}
article :deep(h2) {
  font-size: 21px;
  margin-block: 32px 10px;
}
article :deep(img) {
  display: block;
  max-width: 100%;
  max-height: 560px;
  margin-block: 16px;
  border: 1px solid var(--line);
  border-radius: 8px;
}
article :deep(li) {
  margin-block-end: 6px;
}
article :deep(strong) {
  font-family: var(--font);
  font-weight: 650;
}
article :deep(code) {
  background: var(--surface-2);
  border-radius: 4px;
  padding: 1px 5px;
  font-size: 15px;
}
</style>
