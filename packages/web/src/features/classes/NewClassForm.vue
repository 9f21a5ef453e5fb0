<script setup lang="ts">
/** One name, and the class is there: one's first, and each further one. */
import { Button, Input } from 'ant-design-vue';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAttempt } from '../../api/use-attempt';
import FieldForm from '../../ui/FieldForm.vue';
import LinkButton from '../../ui/LinkButton.vue';
import { vFocusFirst } from '../../ui/focus-first';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import { useClasses } from './classes.store';

const emit = defineEmits<{ made: [] }>();
const { t } = useWords();
const router = useRouter();
const line = useTermLine();
const classes = useClasses();
const name = ref('');
const { problem, busy, attempt } = useAttempt();
const make = () =>
  attempt(async () => {
    const made = await classes.make(name.value);
    emit('made');
    void line.load();
    await router.push({ path: `/class/${made.id}`, query: { add: '' } });
  });
</script>

<template>
  <FieldForm lies="row" :problem="problem" @send="make">
    <label class="hidden-text" for="new-class">{{ t('class.name') }}</label><Input
      id="new-class"
      v-model:value="name"
      v-focus-first
      :maxlength="120"
      required
      :placeholder="t('class.name')"
      dir="auto"
      class="grow"
    /><Button type="primary" html-type="submit" :disabled="busy">{{ t('class.make') }}</Button
    ><LinkButton to="/archives">{{ t('class.fromArchive') }}</LinkButton
    ><slot />
  </FieldForm>
</template>
