<script setup lang="ts">
/** Who is signed in, and what is theirs: how the pages look, their calendar and account, signing out. */
import { Button } from 'ant-design-vue';
import { onClickOutside } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useT } from '../i18n/use-t';
import { useOwnLanguage, useSession } from '../features/accounts';
import { useThemeChoice } from '../ui/theme';
import LanguageChoice from '../ui/LanguageChoice.vue';
import ToggleButton from '../ui/ToggleButton.vue';
import LinkButton from '../ui/LinkButton.vue';

defineProps<{ student: boolean }>();
const emit = defineEmits<{ help: []; signOut: [] }>();
const { t } = useT();
const session = useSession();
const router = useRouter();
const { choose } = useOwnLanguage();
const { choice } = useThemeChoice();
const meOpen = ref(false);
const who = ref<HTMLElement | null>(null);
onClickOutside(who, () => (meOpen.value = false));
const initials = computed(
  () => [...(session.me?.givenName ?? '')][0]?.toUpperCase() + ([...(session.me?.familyName ?? '')][0]?.toUpperCase() ?? ''),
);
const fullName = computed(() => `${session.me?.givenName ?? ''} ${session.me?.familyName ?? ''}`.trim());
const VIEWS = [
  { word: 'on', simple: true },
  { word: 'off', simple: false },
  { word: 'teacher', simple: null },
] as const;
async function view(simple: boolean | null): Promise<void> {
  await session.chooseView(simple);
  meOpen.value = false;
  await router.push('/work');
}
function leave(): void {
  meOpen.value = false;
  emit('signOut');
}
function showHelp(): void {
  meOpen.value = false;
  emit('help');
}
</script>

<template>
  <div ref="who" class="who" @keydown.esc="meOpen = false">
    <Button type="text" class="bare me" :aria-expanded="meOpen" :aria-label="t('shell.me', { name: fullName })" @click="meOpen = !meOpen">
      {{ initials }}
    </Button>
    <div v-if="meOpen" class="menu stack">
      <p>
        <strong dir="auto">{{ fullName }}</strong><br /><span class="muted small">{{ session.me?.userName }}</span>
      </p>
      <fieldset class="themes">
        <legend class="small muted">{{ t('shell.theme') }}</legend>
        <ToggleButton v-for="one in ['light', 'dark', 'device'] as const" :key="one" :on="choice === one" @click="choice = one">
          {{ t(`shell.themes.${one}`) }}
        </ToggleButton>
      </fieldset>
      <fieldset v-if="student" class="themes">
        <legend class="small muted">{{ t('simple.view') }}</legend>
        <ToggleButton v-for="one in VIEWS" :key="one.word" :on="session.me?.ownView === one.simple" @click="view(one.simple)">
          {{ t(`simple.views.${one.word}`) }}
        </ToggleButton>
      </fieldset>
      <div>
        <p class="small muted">{{ t('signIn.language') }}</p>
        <LanguageChoice :label="t('signIn.language')" @choose="choose" />
      </div>
      <LinkButton to="/calendar" @click="meOpen = false">{{ t('dates.title') }}</LinkButton>
      <LinkButton v-if="!session.me?.practice" to="/account" @click="meOpen = false">{{ t('account.title') }}</LinkButton>
      <LinkButton v-if="student && !session.me?.practice" to="/join" @click="meOpen = false">{{ t('join.oneMore') }}</LinkButton>
      <LinkButton v-if="!student" to="/mailroom" @click="meOpen = false">{{ t('mailroom.title') }}</LinkButton>
      <LinkButton to="/guide" @click="meOpen = false">{{ t('shell.guide') }}</LinkButton>
      <Button @click="showHelp">{{ t('shell.help') }} <span class="key">?</span></Button>
      <Button @click="leave">{{ t('shell.signOut') }}</Button>
    </div>
  </div>
</template>

<style scoped>
.who {
  position: relative;
}
.me {
  justify-content: center;
  min-width: 32px;
  height: 30px;
  border-radius: 8px;
  border: 0;
  background: var(--now);
  color: #14262e;
  font-weight: 700;
  font-size: 13px;
  cursor: pointer;
}
@media (max-width: 640px) {
  .me {
    min-width: 44px;
  }
}
.me:is(:hover, :focus, :active) {
  background: var(--now);
  color: #14262e;
}
.menu {
  position: absolute;
  inset-inline-end: 0;
  top: 40px;
  width: 292px;
  background: var(--surface);
  color: var(--text);
  border: 1px solid var(--line);
  border-radius: 10px;
  box-shadow: var(--float-shadow);
  padding: 16px;
  z-index: 45;
}
.menu > .ant-btn {
  width: 100%;
}
.menu > .ant-btn + .ant-btn {
  margin-block-start: 8px;
}
.themes {
  border: 0;
  padding: 0;
  margin-inline: 0;
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
</style>
