<script setup lang="ts">
/** One thing on the shelf: looked at, changed, shared, taken off; where it was set. */
import { Button, Input } from 'ant-design-vue';
import type { ShelfChange, ShelfItemReply } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import RichTextView from '../../ui/RichTextView.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useUnsaved } from '../../ui/use-unsaved';
import { useWords } from '../../ui/use-words';
import { AttachmentList, keepPicture, RubricGrid, RubricInLanguages, RubricView } from '../assignments';
import { useScope } from '../termline';
import { fileAddress } from '../files';
import ColleaguesField from './ColleaguesField.vue';
import ProposalField from '../../ui/ProposalField.vue';
import LinkButton from '../../ui/LinkButton.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ item: ShelfItemReply; colleagues: readonly { id: string; name: string }[]; folders: readonly string[] }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, count } = useWords();
const scope = useScope();
const { problem, busy, attempt } = useAttempt();

const copy = <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const title = ref(props.item.title);
const folder = ref(props.item.folder);
const tags = ref(props.item.tags.join('; '));
const body = ref(copy(props.item.body));
const sharedWith = ref([...props.item.sharedWith]);
const { unsaved } = useUnsaved(() => [title.value, folder.value, tags.value, body.value, sharedWith.value]);
const sure = ref(false);
const { own } = props.item;
const wide = computed(() => (props.item.kind === 'rubric' ? 1080 : props.item.kind === 'worksheet' ? 760 : 560));

const save = () =>
  attempt(async () => {
    const change: ShelfChange = {
      title: title.value,
      folder: folder.value,
      tags: [
        ...new Set(
          tags.value
            .split(';')
            .map((one) => one.trim())
            .filter(Boolean),
        ),
      ],
      body: body.value,
      sharedWith: sharedWith.value,
      version: props.item.version,
    };
    await ask('PUT /api/shelf/:itemId', { params: { itemId: props.item.id }, body: change });
    emit('changed');
  });
const takeOff = () =>
  attempt(async () => {
    await ask('DELETE /api/shelf/:itemId', { params: { itemId: props.item.id } });
    emit('changed');
  });
</script>

<template>
  <SideSheet open :title="t(`shelf.kinds.${item.kind}`)" :width="wide" :unsaved="unsaved" @close="emit('close')">
    <div class="stack">
      <template v-if="own">
        <div class="row wrap">
          <label class="grow"
            ><span class="label">{{ t('shelf.titleLabel') }}</span
            ><Input v-model:value="title" :maxlength="200" dir="auto"
          /></label>
          <label
            ><span class="label">{{ t('shelf.folder') }}</span
            ><ProposalField v-model="folder" :proposals="folders" :maxlength="200"
          /></label>
          <label
            ><span class="label">{{ t('shelf.tags') }}</span
            ><Input v-model:value="tags" dir="auto"
          /></label>
        </div>
        <template v-if="body.kind === 'rubric'"
          ><RubricGrid v-model="body.rubric" :aims="[]" /><RubricInLanguages v-model="body.rubric" />
        </template>
        <RichTextEditor
          v-else-if="body.kind === 'worksheet'"
          v-model="body.text"
          class="sheet written"
          tall
          worksheet
          :label="t('attach.worksheet')"
          :placeholder="t('attach.worksheetPlaceholder')"
          :keep-picture="keepPicture"
        />
      </template>
      <template v-else>
        <h2 dir="auto">{{ item.title }}</h2>
        <p class="muted">{{ t('shelf.sharedBy', { name: item.owner }) }}</p>
        <RubricView v-if="item.body.kind === 'rubric'" :rubric="item.body.rubric" /><RichTextView
          v-else-if="item.body.kind === 'worksheet'"
          :text="item.body.text"
        />
      </template>
      <template v-if="item.body.kind === 'assignment' || item.body.kind === 'handout'"
        ><RichTextView :text="item.body.brief.instructions" /><AttachmentList
          :attachments="item.body.brief.attachments"
          :spoken="item.body.brief.spoken"
        />
        <p v-if="item.body.window" class="muted small">{{ t('shelf.shift') }}</p></template
      >
      <p v-if="item.body.kind === 'file'">
        <a :href="fileAddress(item.body.file.id)" download>{{ t('shelf.download') }}</a>
      </p>
      <ColleaguesField v-if="own" v-model="sharedWith" :colleagues="colleagues" />
      <div>
        <h3>{{ t('shelf.usedIn') }}</h3>
        <p v-if="item.usedIn.length === 0" class="muted">{{ count('shelf.used', item.used) }}</p>
        <ul v-else class="plain">
          <li v-for="one in item.usedIn" :key="one.assignmentId">
            <RouterLink :to="{ path: `/assignments/${one.assignmentId}`, query: scope.kept.value }" dir="auto">{{
              one.title
            }}</RouterLink>{{ ' ' }}<span class="muted small">{{ one.className }}</span>
          </li>
        </ul>
      </div>
      <ProblemNote :problem="problem" />
      <div class="row wrap">
        <Button v-if="own" type="primary" :disabled="busy || title.trim() === ''" @click="save">
          {{ t('common.save') }}
        </Button>
        <LinkButton :to="{ path: '/compose', query: { ...scope.kept.value, shelf: item.id } }">{{ t('shelf.use') }}</LinkButton>
        <span class="grow" />
        <template v-if="own"
          ><Button v-if="!sure" type="link" @click="sure = true">{{ t('shelf.remove') }}</Button
          ><Button v-else @click="takeOff">{{ t('shelf.removeSure') }}</Button></template
        >
      </div>
    </div>
  </SideSheet>
</template>

<style scoped>
.written {
  padding: 12px 18px;
}
h3 {
  font-size: 15px;
  margin-block-end: 4px;
}
</style>
