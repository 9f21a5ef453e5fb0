<script setup lang="ts">
/** One child: what is missing and would help most, what comes, what came back, and each class with its teachers. */
import { Button } from 'ant-design-vue';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import ClassSquare from '../../ui/ClassSquare.vue';
import CompassDial from '../../ui/CompassDial.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ChildAbsence from './ChildAbsence.vue';
import ChildDates from './ChildDates.vue';
import ChildNotices from './ChildNotices.vue';
import ChildPortfolio from './ChildPortfolio.vue';
import ChildReports from './ChildReports.vue';
import ChildWalls from './ChildWalls.vue';
import ClassTalk from './ClassTalk.vue';
import FamilyReminders from './FamilyReminders.vue';
import PieceLine from './PieceLine.vue';
import { placedIn } from './placed';
import { useFamilyWords } from './use-family';

const props = defineProps<{ childId: string; name: string }>();
const { t, percent } = useFamilyWords();
const { state, value, reload } = useLoad(() => ask('GET /api/family/children/:studentId', { params: { studentId: props.childId } }));
const talking = ref<string | null>(null);

const all = (part: 'missing' | 'coming' | 'waiting' | 'returned') => placedIn(value.value?.classes ?? [], part);
const missing = computed(() => all('missing'));
const coming = computed(() => all('coming'));
const waiting = computed(() => all('waiting'));
const returned = computed(() => all('returned'));
const number = (text: string | null) => (text === null ? null : Number(text));
</script>

<template>
  <LoadGate :state="state" :why="t('family.problems.other')" @retry="reload">
    <div v-if="value">
      <h1 class="name" dir="auto">{{ t('family.overview', { name }) }}</h1>
      <p v-if="value.classes.length === 0" class="note">{{ t('family.noClasses') }}</p>
      <div v-else class="parts">
        <div>
          <ChildNotices :child-id="childId" />
          <ChildAbsence :child-id="childId" :zone="value.classes[0]!.zone" />
          <FamilyReminders :zone="value.classes[0]!.zone" />
          <ChildDates :class-ids="value.classes.map((one) => one.classId)" :zone="value.classes[0]!.zone" />
          <section>
            <div class="heading">
              <h2>{{ t('family.missing') }}</h2>
              <strong v-if="missing.length > 0" class="alarm">{{ missing.length }}</strong>
            </div>
            <p v-if="missing.length === 0" class="muted">{{ t('family.missingNone') }}</p>
            <template v-else
              ><p v-if="missing.some((one) => one.piece.stillAccepted)" class="small muted">
                {{ t('family.missingMore', { name: value.student.givenName }) }}
              </p>
              <ul class="plain">
                <PieceLine v-for="one in missing" :key="one.piece.id" v-bind="one" :child-id="childId" /></ul
            ></template>
          </section>
          <section>
            <div class="heading">
              <h2>{{ t('family.coming') }}</h2>
              <span class="muted">{{ coming.length || '' }}</span>
            </div>
            <p v-if="coming.length === 0" class="muted">{{ t('family.comingNone') }}</p>
            <ul v-else class="plain">
              <PieceLine v-for="one in coming" :key="one.piece.id" v-bind="one" :child-id="childId" />
            </ul>
          </section>
          <section v-if="waiting.length > 0">
            <div class="heading">
              <h2>{{ t('family.waiting') }}</h2>
              <span class="muted">{{ waiting.length }}</span>
            </div>
            <ul class="plain">
              <PieceLine v-for="one in waiting" :key="one.piece.id" v-bind="one" :child-id="childId" />
            </ul>
          </section>
          <section>
            <div class="heading">
              <h2>{{ t('family.returned') }}</h2>
              <span class="muted">{{ returned.length || '' }}</span>
            </div>
            <p v-if="returned.length === 0" class="muted">{{ t('family.returnedNone') }}</p>
            <ul v-else class="plain">
              <PieceLine v-for="one in returned" :key="one.piece.id" v-bind="one" :child-id="childId" />
            </ul>
          </section>
          <ChildReports :child-id="childId" :zone="value.classes[0]!.zone" />
          <ChildPortfolio :child-id="childId" />
          <ChildWalls :child-id="childId" />
        </div>
        <aside :aria-label="t('family.classes')">
          <section v-for="one in value.classes" :key="one.classId" class="sheet class">
            <h2 class="row">
              <ClassSquare :hue="one.hue" /><span class="grow" dir="auto">{{ one.className }}</span>
            </h2>
            <template v-if="one.view?.standing.hasTotals">
              <CompassDial
                :percent="one.view.standing.total"
                :at-least="number(one.view.forecast.atLeast)"
                :at-pace="number(one.view.forecast.atPace)"
                :at-most="number(one.view.forecast.atMost)"
                :pass-line="one.passLine"
                :label="t('family.total')"
                :empty="t('family.noTotal')"
              />
              <p v-if="one.view.standing.band" class="middle">
                <strong dir="auto">{{ one.view.standing.band }}</strong>
              </p>
              <p v-if="one.view.forecast.atPace !== null" class="small muted middle">
                {{
                  t('family.three', {
                    least: percent(one.view.forecast.atLeast),
                    pace: percent(one.view.forecast.atPace),
                    most: percent(one.view.forecast.atMost),
                  })
                }}
              </p>
            </template>
            <p class="small" dir="auto">{{ t('family.teachers', { names: one.teachers.join(', ') }) }}</p>
            <Button v-if="talking !== one.classId" @click="talking = one.classId">
              {{ t('family.write') }}{{ ' ' }}<b v-if="one.unread > 0" class="new">{{ t('family.unread', { n: one.unread }) }}</b>
            </Button>
            <ClassTalk v-else :child-id="childId" :class-id="one.classId" :zone="one.zone" @close="talking = null" />
          </section>
        </aside>
      </div>
    </div>
  </LoadGate>
</template>

<style scoped>
.name {
  margin-block-end: 14px;
  overflow-wrap: anywhere;
}
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 350px;
  gap: 30px;
}
.parts section {
  margin-block-end: 26px;
}
.heading {
  margin-block-end: 2px;
}
.class {
  padding: 14px 18px 18px;
  margin-block-end: 16px !important;
}
.class h2 {
  font-size: 18px;
  margin-block-end: 6px;
  gap: 8px;
}
.class :deep(.dial) {
  max-inline-size: 190px;
}
.middle {
  text-align: center;
  margin: 0 0 6px;
}
.new {
  background: var(--now);
  color: #14262e;
  border-radius: 9px;
  padding: 0 8px;
  font-size: 13px;
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
}
</style>
