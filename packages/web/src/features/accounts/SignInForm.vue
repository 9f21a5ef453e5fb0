<script setup lang="ts">
/** User name and password; used on the sign-in page and over a page whose session has ended. */
import type { Me } from '@jolly/server/contract';
import { ref } from 'vue';
import { useI18n } from 'vue-i18n';
import { ApiProblem } from '../../api/client';
import { useSession } from './session.store';

const props = defineProps<{ userName?: string }>();
const emit = defineEmits<{ done: [Me] }>();
const { t } = useI18n();
const session = useSession();
const userName = ref(props.userName ?? '');
const password = ref('');
const busy = ref(false);
const why = ref('');

async function go(): Promise<void> {
  busy.value = true;
  why.value = '';
  try {
    emit('done', await session.signIn({ userName: userName.value, password: password.value }));
  } catch (error) {
    why.value = error instanceof ApiProblem ? error.title : t('common.unreachable');
    password.value = '';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="stack" @submit.prevent="go">
    <div>
      <label class="label" for="sign-in-name">{{ t('signIn.userName') }}</label>
      <input id="sign-in-name" v-model="userName" class="field" autocomplete="username" autocapitalize="none" spellcheck="false" required />
    </div>
    <div>
      <label class="label" for="sign-in-password">{{ t('signIn.password') }}</label>
      <input id="sign-in-password" v-model="password" class="field" type="password" autocomplete="current-password" required />
    </div>
    <p v-if="why" class="note bad" role="alert">{{ why }}</p>
    <button class="btn main wide" :disabled="busy">{{ t('signIn.go') }}</button>
  </form>
</template>

<style scoped>
.wide { width: 100%; }
</style>
