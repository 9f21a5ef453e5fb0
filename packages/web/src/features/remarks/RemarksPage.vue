<script setup lang="ts">
/** Saved remarks in their folders: one's own to change and share, and those of colleagues to use. */
import { Button, Checkbox, Input, Textarea } from 'ant-design-vue';
import { findRemarks } from '@jolly/core';
import type { RemarkRequest, SavedRemark } from '@jolly/server/contract';
import { computed, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useUnsaved } from '../../ui/use-unsaved';
import { useWords } from '../../ui/use-words';
import { useRemarks } from './use-remarks';
import ProposalField from '../../ui/ProposalField.vue';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const { t, count } = useWords();
const { remarks, reload, keep } = useRemarks();
const { problem, busy, attempt } = useAttempt();
void attempt(reload);

const typed = ref('');
const folders = computed(() => {
  const groups = new Map<string, SavedRemark[]>();
  for (const one of findRemarks(remarks.value, typed.value)) groups.set(one.folder, [...(groups.get(one.folder) ?? []), one]);
  return [...groups].sort(([a], [b]) => a.localeCompare(b));
});
const known = computed(() => [...new Set(remarks.value.map((one) => one.folder).filter(Boolean))]);

const BLANK: RemarkRequest = { text: '', folder: '', aim: '', criterion: '', shared: false };
const editing = ref<{ id: string | null; version: number; form: RemarkRequest } | null>(null);
const { unsaved, settle } = useUnsaved(() => editing.value?.form);
function edit(one: SavedRemark | null): void {
  problem.value = null;
  editing.value = one
    ? {
        id: one.id,
        version: one.version,
        form: { text: one.text, folder: one.folder, aim: one.aim, criterion: one.criterion, shared: one.shared },
      }
    : { id: null, version: 0, form: { ...BLANK } };
  settle();
}
const store = () =>
  attempt(async () => {
    const { id, version, form } = editing.value!;
    if (id === null) await keep(form.text, form);
    else await ask('PUT /api/remarks/:remarkId', { params: { remarkId: id }, body: { ...form, version } });
    await reload();
    editing.value = null;
  });
const letGo = (one: SavedRemark) =>
  attempt(async () => {
    await ask('DELETE /api/remarks/:remarkId', { params: { remarkId: one.id } });
    await reload();
  });
</script>

<template>
  <div class="page reading">
    <div class="heading">
      <h1>{{ t('remarks.title') }}</h1>
      <span class="small grow">{{ t('remarks.sub') }}</span><Input
        v-model:value="typed"
        :placeholder="t('remarks.find')"
        :aria-label="t('remarks.find')"
        class="find"
      /><Button type="primary" @click="edit(null)">
        {{ t('remarks.add') }}
      </Button>
    </div>
    <ProblemNote v-if="!editing" :problem="problem" />
    <div v-if="remarks.length === 0 && !busy && !problem" class="note">
      <p>{{ t('remarks.none') }}</p>
    </div>
    <section v-for="[folder, list] in folders" :key="folder" class="folder">
      <h2>{{ folder || t('remarks.noFolder') }}</h2>
      <ul class="plain">
        <li v-for="one in list" :key="one.id" class="row">
          <span class="grow"
            ><span dir="auto">{{ one.text }}</span
            ><span class="muted small about">{{
              [one.criterion, one.aim, one.own ? (one.shared ? t('remarks.sharedByMe') : '') : t('remarks.sharedBy', { name: one.owner })]
                .filter(Boolean)
                .join(' · ')
            }}</span></span
          >
          <span class="muted small uses">{{ count('remarks.uses', one.uses) }}</span>
          <Button v-if="one.own" @click="edit(one)">
            {{ t('remarks.change') }}{{ ' ' }}<span class="hidden-text">{{ one.text }}</span>
          </Button>
          <Button v-if="one.own" type="link" :aria-label="t('remarks.remove', { text: one.text })" @click="letGo(one)">×</Button>
        </li>
      </ul>
    </section>
    <SideSheet
      :open="editing !== null"
      :title="t(editing?.id ? 'remarks.change' : 'remarks.add')"
      :unsaved="unsaved"
      @close="editing = null"
    >
      <FieldForm v-if="editing" :problem="problem" @send="store">
        <FormLine :label="t('remarks.text')" for="remark-text" path="text" :hint="t('remarks.nameHint')">
          <Textarea
            id="remark-text"
            v-model:value="editing.form.text"
            :auto-size="{ minRows: 4, maxRows: 12 }"
            :maxlength="4000"
            required
            dir="auto"
          />
        </FormLine>
        <FormLine :label="t('remarks.folder')" for="remark-folder" path="folder">
          <ProposalField id="remark-folder" v-model="editing.form.folder" :proposals="known" :maxlength="80" />
        </FormLine>
        <FormLine :label="t('remarks.criterion')" for="remark-criterion" path="criterion" :hint="t('remarks.criterionHint')">
          <Input id="remark-criterion" v-model:value="editing.form.criterion" :maxlength="200" dir="auto" />
        </FormLine>
        <FormLine :label="t('remarks.aim')" for="remark-aim" path="aim">
          <Input id="remark-aim" v-model:value="editing.form.aim" :maxlength="120" dir="auto" />
        </FormLine>
        <Checkbox v-model:checked="editing.form.shared">{{ t('remarks.share') }}</Checkbox>
        <template #acts>
          <Button type="primary" html-type="submit" :disabled="busy">{{ t('common.save') }}</Button>
        </template>
      </FieldForm>
    </SideSheet>
  </div>
</template>

<style scoped>
.find {
  inline-size: 160px;
}
.folder {
  margin-block-start: 20px;
  max-inline-size: 1000px;
}
.folder li {
  border-block-end: 1px solid var(--line-2);
  padding-block: 7px;
  gap: 12px;
}
.about {
  display: block;
}
.uses {
  min-inline-size: 86px;
  text-align: end;
}
</style>
