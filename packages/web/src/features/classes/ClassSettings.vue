<script setup lang="ts">
/** What holds for a class's dates: usual due time, grace, and what being late costs. */
import type { LateRule } from '@jolly/core';
import type { ClassReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { useI18n } from 'vue-i18n';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';

const props = defineProps<{ schoolClass: ClassReply }>();
const emit = defineEmits<{ changed: [ClassReply] }>();
const { t } = useI18n();
const KINDS = ['none', 'perDay', 'perSchoolDay'] as const;

const name = ref(props.schoolClass.name);
const dueTime = ref(props.schoolClass.dueTime ?? '');
const grace = ref(props.schoolClass.graceMinutes);
const rule = props.schoolClass.lateRule;
const kind = ref<(typeof KINDS)[number]>(rule.kind === 'perDay' || rule.kind === 'perSchoolDay' ? rule.kind : 'none');
const percent = ref('percent' in rule ? rule.percent / 1000 : 5);
const most = ref('maxPercentOff' in rule ? rule.maxPercentOff / 1000 : 50);
const said = ref('');
const { problem, attempt } = useAttempt();
const lateRule = computed<LateRule>(() => (kind.value === 'none' ? { kind: 'none' } : { kind: kind.value, percent: Math.round(percent.value * 1000), of: 'max', maxPercentOff: Math.round(most.value * 1000), floorPercent: 0 }));

async function save(): Promise<void> {
  said.value = '';
  const body = { name: name.value, dueTime: dueTime.value || null, graceMinutes: grace.value, lateRule: lateRule.value, version: props.schoolClass.version };
  const done = await attempt(async () => emit('changed', await ask<ClassReply>('PATCH', `/api/classes/${props.schoolClass.id}`, { body })));
  if (done) said.value = t('class.copied');
}
</script>

<template>
  <form class="sheet box stack" @submit.prevent="save">
    <h2>{{ t('class.settings') }}</h2>
    <div><label class="label" for="class-name">{{ t('class.name') }}</label><input id="class-name" v-model="name" class="field" maxlength="120" required dir="auto" /></div>
    <div class="two">
      <div><label class="label" for="due-time">{{ t('class.dueTime') }}</label><input id="due-time" v-model="dueTime" class="field" type="time" /></div>
      <div><label class="label" for="grace">{{ t('class.grace') }}</label><input id="grace" v-model.number="grace" class="field" type="number" min="0" max="1440" required /></div>
    </div>
    <div>
      <label class="label" for="late">{{ t('class.lateRule') }}</label>
      <select id="late" v-model="kind" class="field"><option v-for="one in KINDS" :key="one" :value="one">{{ t(`class.late.${one}`) }}</option></select>
      <div v-if="kind !== 'none'" class="row late">
        <input v-model.number="percent" class="field small-number" type="number" min="0" max="100" step="any" required :aria-label="t(`class.late.${kind}`)" /><span>%,</span>
        <span class="small">{{ t('class.lateMost') }}</span><input v-model.number="most" class="field small-number" type="number" min="0" max="100" step="any" required :aria-label="t('class.lateMost')" />
      </div>
    </div>
    <p v-if="problem" class="note bad" role="alert">{{ [problem.title, ...problem.errors.map((one) => one.message)].join(' ') }}</p>
    <div class="row"><button class="btn">{{ t('common.save') }}</button><span v-if="said" class="good small" role="status">{{ said }}</span></div>
  </form>
</template>

<style scoped>
.box { padding: 16px 18px; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; }
.late { margin-block-start: 8px; }
.small-number { width: 76px; text-align: end; }
</style>
