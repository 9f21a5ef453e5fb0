<script setup lang="ts">
/** Help where one is: what the page is for, what people do there, and the keys that do something on it and everywhere. */
import { computed, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import { language } from '../time/format';
import { useT } from '../i18n/use-t';
import LinkButton from '../ui/LinkButton.vue';
import SideSheet from '../ui/SideSheet.vue';
import { activeShortcuts } from '../ui/use-shortcuts';
import { helpIn, type Help } from './help';

const props = defineProps<{ open: boolean; student: boolean }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useT();
const route = useRoute();
// The frame is made anew in another language.
const all = shallowRef<Help>({});
void helpIn(language()).then((loaded) => (all.value = loaded));
const help = computed(() => all.value[route.matched.at(-1)?.path ?? '']);
const everywhere = computed(() => activeShortcuts.everywhere.filter((one) => one.key !== 'n' || !props.student));
</script>

<template>
  <SideSheet :open="open" :title="t('shell.help')" :width="400" @close="emit('close')">
    <div class="stack">
      <section v-if="help" class="stack">
        <h3>{{ t('shell.helpFor') }}</h3>
        <p>{{ help.is }}</p>
        <ul class="acts">
          <li v-for="act in help.acts" :key="act">{{ act }}</li>
        </ul>
      </section>
      <LinkButton to="/guide" @click="emit('close')">{{ t('shell.guideWhole') }}</LinkButton>
      <h3>{{ t('shell.here') }}</h3>
      <p v-if="activeShortcuts.here.length === 0" class="muted">{{ t('shell.shortcutsNone') }}</p>
      <dl class="keys">
        <template v-for="one in activeShortcuts.here" :key="one.shown"
          ><dt>{{ one.shown }}</dt>
          <dd>{{ t(one.does) }}</dd></template
        >
      </dl>
      <h3>{{ t('shell.everywhere') }}</h3>
      <dl class="keys">
        <template v-for="one in everywhere" :key="one.shown"
          ><dt>{{ one.shown }}</dt>
          <dd>{{ t(one.does) }}</dd></template
        >
      </dl>
    </div>
  </SideSheet>
</template>

<style scoped>
.acts {
  margin-block: 8px 0;
  padding-inline-start: 20px;
}
.acts li + li {
  margin-block-start: 6px;
}
.keys {
  display: grid;
  grid-template-columns: 64px 1fr;
  row-gap: 8px;
  margin-block: 8px 0;
}
.keys dt {
  font-weight: 700;
}
.keys dd {
  margin: 0;
}
</style>
