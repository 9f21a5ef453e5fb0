<script setup lang="ts">
/** A pasted block that is larger than the room there is: said before anything of it is lost. */
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
        <button type="button" class="btn main" @click="$emit('enter')">{{ t('book.trouble.fits') }}</button><button
          type="button"
          class="btn"
          @click="$emit('close')"
        >
          {{ t('book.trouble.leave') }}
        </button>
      </div>
    </div>
  </SideSheet>
</template>
