<script setup lang="ts">
/** A pasted block that is larger than the room there is: said before anything of it is lost. */
import { Button } from 'ant-design-vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

interface Size {
  rows: number;
  columns: number;
}
defineProps<{ room: { block: Size; room: Size } | null }>();
defineEmits<{ close: []; enter: [] }>();
const { t } = useWords();
</script>

<template>
  <SideSheet :open="room !== null" :title="t('book.trouble.room')" :width="400" @close="$emit('close')">
    <div v-if="room" class="stack">
      <p>
        {{
          t('book.trouble.roomHint', {
            rows: room.block.rows,
            columns: room.block.columns,
            roomRows: room.room.rows,
            roomColumns: room.room.columns,
          })
        }}
      </p>
      <div class="row">
        <Button type="primary" @click="$emit('enter')">{{ t('book.trouble.fits') }}</Button><Button @click="$emit('close')">
          {{ t('book.trouble.leave') }}
        </Button>
      </div>
    </div>
  </SideSheet>
</template>
