<script setup lang="ts">
/** Who is signed in, and what is theirs: how the pages look, their calendar and account, signing out. */
import { computed, ref } from 'vue';
import { useT } from '../i18n/use-t';
import { useSession } from '../features/accounts';
import { useNews } from '../features/news';
import { useThemeChoice } from '../ui/theme';
import CountBadge from './CountBadge.vue';

defineProps<{ student: boolean }>();
const emit = defineEmits<{ shortcuts: []; signOut: [] }>();
const { t } = useT();
const session = useSession();
const news = useNews();
const { choice } = useThemeChoice();
const meOpen = ref(false);
const initials = computed(
  () => [...(session.me?.givenName ?? '')][0]?.toUpperCase() + ([...(session.me?.familyName ?? '')][0]?.toUpperCase() ?? ''),
);
const fullName = computed(() => `${session.me?.givenName ?? ''} ${session.me?.familyName ?? ''}`.trim());
function leave(): void {
  meOpen.value = false;
  emit('signOut');
}
function showShortcuts(): void {
  meOpen.value = false;
  emit('shortcuts');
}
</script>

<template>
  <div class="who" @keydown.esc="meOpen = false">
    <button
      class="me"
      :class="{ told: news.unseen > 0 }"
      :aria-expanded="meOpen"
      :aria-label="t('shell.me', { name: fullName })"
      @click="meOpen = !meOpen"
    >
      {{ initials }}
    </button>
    <div v-if="meOpen" class="menu stack">
      <p>
        <strong dir="auto">{{ fullName }}</strong><br /><span class="muted small">{{ session.me?.userName }}</span>
      </p>
      <fieldset class="themes">
        <legend class="small muted">{{ t('shell.theme') }}</legend>
        <button
          v-for="one in ['light', 'dark', 'device'] as const"
          :key="one"
          class="chip"
          :aria-pressed="choice === one"
          @click="choice = one"
        >
          {{ t(`shell.themes.${one}`) }}
        </button>
      </fieldset>
      <RouterLink class="btn in-menu" to="/news" @click="meOpen = false"
        >{{ t('news.title') }}<CountBadge v-if="news.unseen > 0" :n="news.unseen"
      /></RouterLink>
      <RouterLink class="btn" to="/calendar" @click="meOpen = false">{{ t('dates.title') }}</RouterLink>
      <RouterLink v-if="!session.me?.practice" class="btn" to="/account" @click="meOpen = false">{{ t('account.title') }}</RouterLink>
      <RouterLink v-if="student && !session.me?.practice" class="btn" to="/join" @click="meOpen = false">{{
        t('join.oneMore')
      }}</RouterLink>
      <RouterLink v-if="!student" class="btn" to="/mailroom" @click="meOpen = false">{{ t('mailroom.title') }}</RouterLink>
      <button class="btn" @click="showShortcuts">{{ t('shell.shortcuts') }} <span class="key">?</span></button>
      <button class="btn" @click="leave">{{ t('shell.signOut') }}</button>
    </div>
  </div>
</template>

<style scoped>
.who {
  position: relative;
}
.me {
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
.menu {
  position: absolute;
  inset-inline-end: 0;
  top: 40px;
  width: 264px;
  background: var(--surface);
  color: var(--text);
  border: 1px solid var(--line);
  border-radius: 10px;
  box-shadow: var(--float-shadow);
  padding: 16px;
  z-index: 45;
}
.menu .btn {
  width: 100%;
}
.menu .btn + .btn {
  margin-block-start: 8px;
}
.in-menu {
  display: none;
}
.themes {
  border: 0;
  padding: 0;
  margin-inline: 0;
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
@media (max-width: 640px) {
  .menu .in-menu {
    display: inline-flex;
  }
  .me.told {
    box-shadow:
      0 0 0 2px var(--mast),
      0 0 0 5px var(--now);
  }
}
</style>
