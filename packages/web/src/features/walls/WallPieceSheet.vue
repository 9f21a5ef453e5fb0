<script setup lang="ts">
/** A piece of a wall, whole: what was written, its files in place, what was said about it, and saying something. */
import { Button, Textarea } from 'ant-design-vue';
import { WALL_REMARK_KINDS, type WallRemarkKind } from '@jolly/core';
import type { Wall, WallPiece, WallReply } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import FieldForm from '../../ui/FieldForm.vue';
import { useKeptHere } from '../../ui/kept-here';
import FormLine from '../../ui/FormLine.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RadioField from '../../ui/RadioField.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import { FileView } from '../files';
import WallRemarks from './WallRemarks.vue';

const props = defineProps<{
  wall: Wall;
  piece: WallPiece;
  whose: string;
  teacher: boolean;
  mayRemark: boolean;
  busy: boolean;
}>();
const emit = defineEmits<{ close: []; taken: [WallReply]; judge: [id: string, shown: boolean]; unsay: [id: string] }>();
const { t } = useWords();
const params = () => ({ wallId: props.wall.id, wallPieceId: props.piece.id });
const { state, value, why, reload } = useLoad(() => ask('GET /api/walls/:wallId/pieces/:wallPieceId', { params: params() }));
const { problem, busy: sending, attempt } = useAttempt();
const kind = ref<WallRemarkKind>();
// What was typed outlives the sheet, until it is stored.
const text = useLocalStorage(useKeptHere()('wall', props.piece.id), '');
let id: string = crypto.randomUUID();
const send = () =>
  attempt(async () => {
    const body = { id, kind: kind.value!, text: text.value.trim() };
    emit('taken', await ask('POST /api/my/walls/:wallId/pieces/:wallPieceId/remarks', { params: params(), body }));
    id = crypto.randomUUID();
    text.value = '';
    kind.value = undefined;
  });
</script>

<template>
  <SideSheet open :title="whose" :width="760" @close="emit('close')">
    <LoadGate :state="state" :why="why" @retry="reload">
      <div v-if="value" class="stack">
        <RichTextView v-if="value.text" :text="value.text" />
        <section v-for="(one, index) in value.sheets" :key="index">
          <h3 dir="auto">{{ one.title }}</h3>
          <RichTextView :text="one.text" />
        </section>
        <FileView v-for="file in piece.files" :key="file.id" class="file" :file="file" />
        <WallRemarks
          :remarks="piece.remarks"
          :teacher="teacher"
          :busy="busy || sending"
          @judge="(one, shown) => emit('judge', one.id, shown)"
          @unsay="(one) => emit('unsay', one.id)"
        />
        <FieldForm v-if="mayRemark && !piece.own" class="sheet say" :problem="problem" @send="send">
          <FormLine :label="t('walls.kind')" path="kind"
            ><RadioField
              v-model="kind"
              :label="t('walls.kind')"
              :options="WALL_REMARK_KINDS.map((one) => ({ value: one, label: t(`walls.ask.${one}`) }))"
          /></FormLine>
          <FormLine
            :label="t('walls.say')"
            for="wall-say"
            path="text"
            :hint="wall.remarks === 'asked' ? t('walls.willWait') : t('walls.willShow', { as: t(`walls.as.${wall.names}`) })"
            ><Textarea id="wall-say" v-model:value="text" :maxlength="500" :auto-size="{ minRows: 2, maxRows: 8 }" dir="auto"
          /></FormLine>
          <Button type="primary" html-type="submit" :disabled="sending || kind === undefined || text.trim() === ''">{{
            t('walls.send')
          }}</Button>
        </FieldForm>
        <ProblemNote v-else :problem="problem" />
      </div>
    </LoadGate>
  </SideSheet>
</template>

<style scoped>
.file {
  margin-block-start: 12px;
}
.say {
  padding: 14px 18px;
}
</style>
