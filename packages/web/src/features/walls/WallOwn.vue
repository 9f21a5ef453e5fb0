<script setup lang="ts">
/** What a student shows on a wall and could show, with what each act does said before it. */
import { Button } from 'ant-design-vue';
import type { OwnOnWall, Showable, Wall } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ wall: Wall; own: readonly OwnOnWall[]; busy: boolean }>();
const emit = defineEmits<{ show: [of: Showable, shown: boolean] }>();
const { t, name } = useWords();
const shown = computed(() => props.own.filter((one) => one.shown));
const ready = computed(() => props.own.filter((one) => !one.shown && one.refusal === null));
const refused = computed(() => (props.wall.stand === 'open' ? props.own.filter((one) => !one.shown && one.refusal !== null) : []));
const chosen = ref('');
const keyOf = ({ of }: OwnOnWall): string => of.assignmentId ?? of.pieceId;
const which = computed(() => (ready.value.length === 1 ? ready.value[0] : ready.value.find((one) => keyOf(one) === chosen.value)));
const named = (one: OwnOnWall) => one.waitsFor.map(name).join(', ');
</script>

<template>
  <section class="sheet own" :aria-label="t('walls.yours')">
    <h2>{{ t('walls.yours') }}</h2>
    <ul v-if="shown.length > 0" class="plain">
      <li v-for="one in shown" :key="keyOf(one)" class="row wrap">
        <span class="grow" dir="auto">{{
          one.seen
            ? t('walls.shownNow', { title: one.title })
            : one.waitsFor.length > 0
              ? t('walls.waitsFor', { title: one.title, names: named(one) })
              : t('walls.notSeen', { title: one.title })
        }}</span><Button :disabled="busy" :aria-label="t('walls.takeBackOf', { title: one.title })" @click="emit('show', one.of, false)">{{
          t('walls.takeBack')
        }}</Button>
      </li>
    </ul>
    <div v-if="ready.length > 0" class="row wrap">
      <SelectField
        v-if="ready.length > 1"
        v-model="chosen"
        class="grow"
        :label="t('walls.which')"
        :options="[
          { value: '', label: t('walls.choose'), disabled: true },
          ...ready.map((one) => ({ value: keyOf(one), label: one.title })),
        ]"
      /><strong v-else class="grow" dir="auto">{{ ready[0]!.title }}</strong
      ><Button type="primary" :disabled="busy || !which" @click="which && emit('show', which.of, true)">{{ t('walls.show') }}</Button>
    </div>
    <p v-if="ready.length > 0" class="small muted">
      {{ t(wall.families ? 'walls.showHintFamilies' : 'walls.showHint', { as: t(`walls.as.${wall.names}`) }) }}
    </p>
    <p v-for="one in refused" :key="keyOf(one)" class="muted" dir="auto">
      {{ t(`walls.refusals.${one.refusal!}`, { title: one.title }) }}
    </p>
    <p v-if="own.length === 0" class="muted">{{ t('walls.nothingYet') }}</p>
  </section>
</template>

<style scoped>
.own {
  padding: 14px 18px;
  margin-block-end: 18px;
}
h2 {
  font-size: 18px;
  margin-block-end: 8px;
}
li {
  padding-block: 6px;
}
p {
  margin: 6px 0 0;
}
</style>
