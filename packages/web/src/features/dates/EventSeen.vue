<script setup lang="ts">
/** An event as it is read. */
import type { EventReply } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import { useEventTimes } from './use-times';

defineProps<{ event: EventReply }>();
const { t } = useWords();
const { whenOf, againOf } = useEventTimes();
</script>

<template>
  <div class="stack">
    <h2 dir="auto">{{ event.title }}</h2>
    <p>
      {{ whenOf(event)
      }}<template v-if="event.place">
        · <span dir="auto">{{ event.place }}</span></template
      >
    </p>
    <p v-if="event.repeat" class="muted">{{ againOf(event) }}</p>
    <p class="small muted" dir="auto">
      {{
        [
          event.wholeSchool ? t('events.wholeSchool') : event.classNames.join(', '),
          event.families && t('events.familiesSee'),
          t('events.by', { name: event.by }),
        ]
          .filter(Boolean)
          .join(' · ')
      }}
    </p>
    <p v-if="event.text" class="says" dir="auto">{{ event.text }}</p>
    <ul v-if="event.attachments.length > 0" class="plain">
      <li v-for="one in event.attachments" :key="one.id">
        <a v-if="one.kind === 'file'" :href="fileAddress(one.file.id)" download dir="auto">{{ one.title || one.file.name }}</a><a
          v-else
          :href="one.url"
          target="_blank"
          rel="noopener noreferrer nofollow"
          dir="auto"
          >{{ one.title || one.url }}</a
        >
      </li>
    </ul>
    <slot />
  </div>
</template>

<style scoped>
.says {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
h2 {
  overflow-wrap: anywhere;
}
</style>
