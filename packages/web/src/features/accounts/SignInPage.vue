<script setup lang="ts">
import type { Me } from '@jolly/server/contract';
import { useT } from '../../i18n/use-t';
import { useRoute, useRouter } from 'vue-router';
import GatePage from './GatePage.vue';
import SignInForm from './SignInForm.vue';

const { t } = useT();
const route = useRoute();
const router = useRouter();

function enter(me: Me): void {
  const { to } = route.query;
  // Only a page of ours: an address from outside could be made to lead elsewhere after signing in.
  const asked = typeof to === 'string' && /^\/(?!\/)/.test(to) ? to : null;
  void router.replace(asked ?? (me.role === 'teacher' ? '/today' : '/work'));
}
</script>

<template>
  <GatePage :title="t('signIn.title')">
    <SignInForm @done="enter" />
    <template #below
      >{{ t('signIn.haveCode') }} <RouterLink to="/join">{{ t('signIn.toJoin') }}</RouterLink><br />{{ t('signIn.haveCard') }}
      <RouterLink to="/card">{{ t('signIn.toCard') }}</RouterLink><br />{{ t('signIn.family') }}
      <RouterLink to="/family">{{ t('signIn.toFamily') }}</RouterLink><br /><RouterLink to="/forgotten">{{
        t('signIn.forgotten')
      }}</RouterLink
      ><br /><RouterLink to="/guide">{{ t('guide.title') }}</RouterLink></template
    >
  </GatePage>
</template>
