<script setup lang="ts">
/** The join code of a class: shown, renewed, shut, and until when it works. */
import { Button } from 'ant-design-vue';
import type { ClassReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask, now } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import StoredCheck from '../../ui/StoredCheck.vue';
import { useWords } from '../../ui/use-words';
import WhenField from '../../ui/WhenField.vue';
import { useClasses } from './classes.store';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ schoolClass: ClassReply }>();
const { t, when } = useWords();
const classes = useClasses();
const said = ref('');
const setting = ref(false);
const { problem, attempt } = useAttempt();
const zone = computed(() => props.schoolClass.calendar.zone);
const over = computed(() => props.schoolClass.joinUntil !== null && props.schoolClass.joinUntil < now());
const away = computed(() => props.schoolClass.putAwayAt !== null);
const shut = computed(() => away.value || !props.schoolClass.joinOpen || over.value);
const address = `${window.location.host}/join`;

const act = (work: () => Promise<ClassReply>, word: string) =>
  attempt(async () => {
    classes.take(await work());
    said.value = word;
  });
const renew = () =>
  act(() => ask('POST /api/classes/:classId/join-code', { params: { classId: props.schoolClass.id } }), t('class.renewed'));
const set = (open: boolean, until: number | null, asksNumber = props.schoolClass.joinAsksNumber) =>
  act(
    () => ask('PUT /api/classes/:classId/join-code', { params: { classId: props.schoolClass.id }, body: { open, until, asksNumber } }),
    '',
  );
</script>

<template>
  <section class="sheet box">
    <h2>{{ t('class.joinCode') }}</h2>
    <p class="code" :class="{ shut }">{{ schoolClass.joinCode }}</p>
    <p v-if="shut" class="small alarm">
      {{ over && schoolClass.joinOpen ? t('class.codeOver', { when: when(schoolClass.joinUntil!, zone) }) : t('class.codeShut') }}
    </p>
    <p v-else class="muted small">
      {{ t('class.joinHow', { address })
      }}<template v-if="schoolClass.joinUntil !== null"
        >{{ ' ' }}{{ t('class.codeUntil', { when: when(schoolClass.joinUntil, zone) }) }}</template
      >
    </p>
    <ProblemNote :problem="problem" />
    <p v-if="said" class="good small" role="status">{{ said }}</p>
    <div v-if="!away" class="row wrap acts">
      <LinkButton v-if="!shut" :to="`/class/${schoolClass.id}/code`">{{ t('class.showLarge') }}</LinkButton>
      <Button v-if="shut" type="primary" @click="set(true, null)">{{ t('class.codeOpen') }}</Button>
      <Button v-else @click="set(false, schoolClass.joinUntil)">{{ t('class.codeClose') }}</Button>
      <Button @click="renew">{{ t('class.renew') }}</Button>
      <Button v-if="!shut" type="link" :aria-expanded="setting" @click="setting = !setting">{{ t('class.codeUntilSet') }}</Button>
    </div>
    <StoredCheck
      v-if="!away"
      class="small asks"
      :on="schoolClass.joinAsksNumber"
      :store="(asksNumber) => set(schoolClass.joinOpen, schoolClass.joinUntil, asksNumber)"
      >{{ t('class.asksNumber') }}</StoredCheck
    >
    <WhenField
      v-if="setting && !shut"
      :model-value="schoolClass.joinUntil"
      class="until"
      :zone="zone"
      :usual-time="null"
      :label="t('class.codeUntilSet')"
      :empty="t('class.codeAlways')"
      @update:model-value="(until) => set(true, until)"
    />
  </section>
</template>

<style scoped>
.box {
  padding: 16px 18px;
}
.code {
  font: 700 34px var(--font-head);
  letter-spacing: 0.12em;
  margin-block: 4px;
}
.code.shut {
  text-decoration: line-through;
  color: var(--text-3);
}
.acts {
  margin-block-start: 10px;
  gap: 6px;
}
.acts .ant-btn {
  padding-inline: 10px;
}
.asks {
  margin-block-start: 10px;
  align-items: flex-start;
}
.until {
  margin-block-start: 10px;
  flex-wrap: wrap;
}
</style>
