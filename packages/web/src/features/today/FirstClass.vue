<script setup lang="ts">
/** What a teacher without a class sees instead of Today: one name, and the class is there. */
import { Button, Input } from 'ant-design-vue';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAttempt } from '../../api/use-attempt';
import { useT } from '../../i18n/use-t';
import { vFocusFirst } from '../../ui/focus-first';
import { useClasses } from '../classes';
import { useTermLine } from '../termline';

const { t } = useT();
const line = useTermLine();
const router = useRouter();
const newName = ref('');
const { problem, busy, attempt } = useAttempt();
const make = () =>
  attempt(async () => {
    const made = await useClasses().make(newName.value);
    void line.load();
    await router.push({ path: `/class/${made.id}`, query: { add: '' } });
  });
</script>

<template>
  <div class="note first stack">
    <h2>{{ t('today.firstClass') }}</h2>
    <p>{{ t('today.firstClassWhy') }}</p>
    <form class="row" @submit.prevent="make">
      <label class="hidden-text" for="first-name">{{ t('class.name') }}</label><Input
        id="first-name"
        v-model:value="newName"
        v-focus-first
        :maxlength="120"
        required
        :placeholder="t('class.name')"
        dir="auto"
        class="grow"
      /><Button type="primary" html-type="submit" :disabled="busy">{{ t('class.make') }}</Button>
    </form>
    <p v-if="problem" class="alarm small" role="alert">{{ problem.title }}</p>
  </div>
</template>

<style scoped>
.first {
  max-width: 520px;
  margin: 40px auto;
}
</style>
