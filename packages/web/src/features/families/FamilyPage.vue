<script setup lang="ts">
/** What a family sees: at the door a code or a sign-in, behind it their children. In their language throughout. */
import { Button } from 'ant-design-vue';
import type { Language } from '@jolly/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem, ask, whenSignedOut } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { i18n, useLanguage } from '../../i18n';
import { doorLanguage, keepDoorLanguage } from '../../i18n/door-language';
import LoadGate from '../../ui/LoadGate.vue';
import WordMark from '../../ui/WordMark.vue';
import { useSession } from '../accounts';
import ChildPiece from './ChildPiece.vue';
import ChildrenBeside from './ChildrenBeside.vue';
import ChildView from './ChildView.vue';
import FamilyDoor from './FamilyDoor.vue';
import FamilySettingsBox from './FamilySettingsBox.vue';
import { useFamilyWords } from './use-family';

const { t, name } = useFamilyWords();
const session = useSession();
const route = useRoute();
const router = useRouter();
const inside = computed(() => session.me?.role === 'family');
const { state, value: home, why, reload } = useLoad(async () => (inside.value ? ask('GET /api/family') : null), [() => session.me?.id]);
const ready = ref(false);

// At the door the language of the browser, or what was chosen here before; behind it the one they keep.
void useLanguage(doorLanguage(), 'family').finally(() => (ready.value = true));
watch(home, (reply) => reply && void choose(reply.language));
async function choose(language: Language): Promise<void> {
  keepDoorLanguage(language);
  await useLanguage(language, 'family');
}
onBeforeUnmount(() => void useLanguage(session.me?.language ?? doorLanguage()));
watch([() => i18n.global.locale.value, ready], () => (document.title = `${t('family.title')} · ${t('brand')}`));
// A session that ended leads back to the door; nothing of a child stays on the page.
whenSignedOut(async () => {
  session.me = null;
  throw new ApiProblem('session.needed', '', 401);
});

const several = computed(() => (home.value?.children.length ?? 0) > 1);
const childId = computed(() =>
  typeof route.query.child === 'string' ? route.query.child : several.value ? null : (home.value?.children[0]?.id ?? null),
);
const work = computed(() => (typeof route.query.work === 'string' ? route.query.work : null));
const settings = computed(() => route.query.settings !== undefined);
async function signOut(): Promise<void> {
  await session.signOut();
  await router.replace('/family');
}
</script>

<template>
  <FamilyDoor v-if="ready && !inside" @language="choose" />
  <template v-else-if="ready">
    <a class="skip" href="#page">{{ t('family.overview', { name: '' }) }}</a>
    <header class="mast">
      <RouterLink to="/family" class="home" :aria-label="t('brand')"><WordMark /></RouterLink>
      <nav v-if="home" class="children" :aria-label="t('family.children')">
        <RouterLink v-if="several" class="child" to="/family" :aria-current="childId === null && !settings ? 'page' : undefined">{{
          t('family.allChildren')
        }}</RouterLink>
        <RouterLink
          v-for="one in home.children"
          :key="one.id"
          class="child"
          :to="{ path: '/family', query: { child: one.id } }"
          :aria-current="one.id === childId && !settings ? 'page' : undefined"
          dir="auto"
          >{{ one.givenName }}</RouterLink
        >
      </nav>
      <RouterLink class="child end" :to="{ path: '/family', query: { settings: '' } }" :aria-current="settings ? 'page' : undefined">{{
        t('family.settings')
      }}</RouterLink>
      <Button type="text" class="bare child out" @click="signOut">{{ t('family.signOut') }}</Button>
    </header>
    <main id="page" class="page" tabindex="-1">
      <LoadGate :state="state" :why="why ? t('family.problems.other') : ''" @retry="reload">
        <template v-if="home">
          <FamilySettingsBox v-if="settings" :home="home" @changed="reload" />
          <p v-else-if="home.children.length === 0" class="note">{{ t('family.none') }}</p>
          <ChildrenBeside v-else-if="childId === null" :child-list="home.children" />
          <ChildPiece v-else-if="work !== null" :key="`${childId} ${work}`" :child-id="childId" :assignment-id="work" />
          <ChildView
            v-else
            :key="childId"
            :child-id="childId"
            :name="name(home.children.find((one) => one.id === childId) ?? { givenName: '', familyName: '' })"
          />
        </template>
      </LoadGate>
      <p class="small below">
        <RouterLink class="alone" :to="{ path: '/guide/family', query: { language: i18n.global.locale.value } }">{{
          t('family.guide')
        }}</RouterLink>
      </p>
    </main>
  </template>
</template>

<style scoped>
.below {
  margin-block-start: 32px;
}
.skip {
  position: absolute;
  inset-inline-start: -9999px;
}
.skip:focus {
  inset-inline-start: 12px;
  inset-block-start: 8px;
  z-index: 60;
  background: var(--surface);
  padding: 8px 14px;
  border-radius: 8px;
}
.mast {
  min-block-size: 52px;
  background: var(--mast);
  color: var(--on-mast);
  display: flex;
  align-items: center;
  padding: 0 20px;
  gap: 6px 18px;
  flex-wrap: wrap;
  border-block-end: 3px solid var(--now);
}
.mast :focus-visible {
  outline-color: var(--now);
}
.home {
  display: inline-flex;
  text-decoration: none;
}
.children {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
}
.child {
  color: var(--on-mast-2);
  text-decoration: none;
  font: 550 15px var(--font);
  background: none;
  border: 0;
  padding: 8px 10px;
  cursor: pointer;
  display: inline-flex;
  align-items: center;
  min-block-size: 44px;
}
.child[aria-current] {
  color: var(--on-mast);
  font-weight: 700;
  box-shadow: inset 0 -3px var(--now);
}
.end {
  margin-inline-start: auto;
}
.page {
  max-inline-size: 1240px;
  outline: none;
}
@media (max-width: 480px) {
  .mast {
    padding-inline: 14px;
  }
}
</style>
