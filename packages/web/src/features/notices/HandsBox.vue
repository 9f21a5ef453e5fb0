<script setup lang="ts">
/** A student's hand in a show of hands: said first whether it is recorded whose, then choosing, then the count where it is shown. */
import { Button, Checkbox } from 'ant-design-vue';
import type { MyHands } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import FieldForm from '../../ui/FieldForm.vue';
import RadioField from '../../ui/RadioField.vue';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';
import { fileAddress } from '../files';
import HandsBars from './HandsBars.vue';

const props = defineProps<{ noticeId: string; title: string; zone: string; hands: MyHands }>();
const emit = defineEmits<{ stored: [MyHands] }>();
const { t, count, when } = useWords();
const { problem, busy, attempt } = useAttempt();
const chosen = ref<string[]>([...(props.hands.mine ?? [])]);
watch(
  () => props.hands.mine,
  (mine) => (chosen.value = [...(mine ?? [])]),
);
const mayChoose = computed(() => props.hands.open && (!props.hands.has || props.hands.mayChange));
const raise = () =>
  attempt(async () =>
    emit(
      'stored',
      await ask('PUT /api/my/notices/:noticeId/hand', { params: { noticeId: props.noticeId }, body: { chosen: chosen.value } }),
    ),
  );
const mineSaid = computed(() =>
  props.hands.choices
    .filter((one) => props.hands.mine?.includes(one.id))
    .map((one) => one.text)
    .join(' · '),
);
</script>

<template>
  <div class="hands stack">
    <img v-if="hands.picture" :src="fileAddress(hands.picture.file.id)" :alt="hands.picture.alt" loading="lazy" />
    <FieldForm v-if="mayChoose" :problem="problem" @send="raise">
      <RadioField
        v-if="!hands.several"
        class="choices"
        stacked
        :model-value="chosen[0]"
        :options="hands.choices.map((one) => ({ value: one.id, label: one.text }))"
        :label="title"
        @update:model-value="(id) => (chosen = [id])"
        ><template #default="{ option }"
          ><span dir="auto">{{ option.label }}</span></template
        ></RadioField
      >
      <div v-else class="choices" role="group" :aria-label="title">
        <Checkbox
          v-for="one in hands.choices"
          :key="one.id"
          :checked="chosen.includes(one.id)"
          @update:checked="(on: boolean) => (chosen = withOrWithout(chosen, one.id, on))"
          ><span dir="auto">{{ one.text }}</span></Checkbox
        >
      </div>
      <p class="small muted">{{ t(hands.names ? 'hands.willName' : 'hands.noName') }}</p>
      <template #acts
        ><div class="row wrap">
          <Button type="primary" html-type="submit" :disabled="busy || chosen.length === 0">{{
            t(hands.has ? 'hands.raiseAgain' : 'hands.raise')
          }}</Button><span v-if="hands.endsAt !== null" class="small muted">{{
            t('hands.openUntil', { when: when(hands.endsAt, zone) })
          }}</span>
        </div></template
      >
    </FieldForm>
    <p v-if="hands.has" class="small good" role="status" dir="auto">
      {{ mineSaid ? t('hands.doneNamed', { what: mineSaid }) : t('hands.done') }}
    </p>
    <p v-if="!hands.open" class="small muted">{{ t('hands.overNow') }}</p>
    <HandsBars v-if="hands.counts" :choices="hands.choices" :counts="hands.counts" :mine="hands.mine" />
    <p v-else-if="t(`hands.later.${hands.countShown}`) && hands.open" class="small muted">{{ t(`hands.later.${hands.countShown}`) }}</p>
    <p v-if="hands.counts" class="small muted">{{ count('hands.chosen', hands.chosen, { of: hands.of }) }}</p>
  </div>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 6px;
}
.choices :deep(.ant-radio-wrapper),
.choices :deep(.ant-checkbox-wrapper) {
  display: flex;
  align-items: center;
  min-block-size: 44px;
  margin: 0;
  padding: 6px 14px;
  border: 1px solid var(--field-line);
  border-radius: 8px;
  overflow-wrap: anywhere;
}
.choices :deep(.ant-radio-wrapper-checked),
.choices :deep(.ant-checkbox-wrapper-checked) {
  border-color: var(--act);
  box-shadow: inset 3px 0 0 var(--now);
}
img {
  max-inline-size: 100%;
  max-block-size: 300px;
  border-radius: 6px;
}
</style>
