<script setup lang="ts">
/** The student's own progress, class by class, from the same facts the teacher sees once they are returned. */
import { computed } from 'vue';
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import LoadGate from '../../ui/LoadGate.vue';
import { useStandingWords } from '../exceptions';
import { useScope } from '../termline';
import OwnClass from './OwnClass.vue';
import { useLooking } from './use-looking';
import LinkButton from '../../ui/LinkButton.vue';

const { t } = useT();
const { inScope, kept } = useScope();
const { term } = useLooking();
const { gives, spanOf } = useStandingWords();
const { value: standing } = useLoad(() => ask('GET /api/my/standing-exceptions'));
const { state, value, why, reload } = useLoad(() => ask('GET /api/my/progress', { query: term.value }), [() => term.value.term]);
const shown = computed(() => (value.value ?? []).filter((one) => inScope(one.classId)));
</script>

<template>
  <LoadGate :state="state" :why="why" @retry="reload">
    <div class="page">
      <div class="heading">
        <h1>{{ t('progress.own') }}</h1>
        <span class="small grow">{{ t('progress.ownSub') }}</span><LinkButton :to="{ path: '/portfolio', query: kept }">{{
          t('progress.portfolio')
        }}</LinkButton>
      </div>
      <section v-if="standing && standing.length > 0" class="note holds">
        <h2>{{ t('progress.standing') }}</h2>
        <p v-for="one in standing" :key="one.id" :class="{ muted: one.holds === 'ended' }">
          <strong>{{ gives(one).join(', ') }}</strong> · {{ t('progress.inClasses', { classes: one.classes.join(', ') }) }} ·
          {{ spanOf(one)
          }}<template v-if="one.reason">
            · <span dir="auto">{{ one.reason }}</span></template
          >
        </p>
      </section>
      <p v-if="shown.length === 0" class="note">{{ t('progress.ownEmpty') }}</p>
      <OwnClass v-for="one in shown" :key="one.classId" :standing="one" />
    </div>
  </LoadGate>
</template>

<style scoped>
.holds {
  margin-block-end: 18px;
}
.holds h2 {
  font-size: 16px;
}
</style>
