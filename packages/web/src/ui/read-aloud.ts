import type { Language } from '@jolly/core';
import { onScopeDispose, ref, watch } from 'vue';
import { language } from '../time/format';

/**
 * Reads words aloud with a voice of this device, in the language of the page or of the words. Voices that would send the words elsewhere are not
 * taken. Where there is none, `can` stays false and nothing is offered.
 */
export function useReadAloud(of: () => Language = language) {
  const can = ref(false);
  const reading = ref(false);
  const speech = 'speechSynthesis' in globalThis ? globalThis.speechSynthesis : null;
  const voice = () => speech?.getVoices().find((one) => one.localService && one.lang.split('-')[0] === of());
  const look = () => (can.value = voice() !== undefined);
  watch(of, look, { immediate: true });
  // Browsers load their voices after the page.
  speech?.addEventListener('voiceschanged', look);

  function stop(): void {
    speech?.cancel();
    reading.value = false;
  }
  function read(words: string): void {
    const chosen = voice();
    stop();
    if (!speech || !chosen || words.trim() === '') return;
    const saying = new SpeechSynthesisUtterance(words);
    Object.assign(saying, { voice: chosen, lang: chosen.lang, rate: 0.9 });
    saying.onend = saying.onerror = () => (reading.value = false);
    reading.value = true;
    speech.speak(saying);
  }
  onScopeDispose(() => {
    speech?.removeEventListener('voiceschanged', look);
    stop();
  });
  return { can, reading, read, stop };
}
