import type { Language } from '@jolly/core';
import type { Me } from '@jolly/server/contract';
import { ask } from '../../api/client';
import { useLanguage } from '../../i18n';
import { doorLanguage, keepDoorLanguage } from '../../i18n/door-language';
import { useSession } from './session.store';

/** The language of whoever is signed in, or of the door: spoken on the pages, and kept where it belongs. */
export function useOwnLanguage() {
  const session = useSession();

  /** Chosen on a page: for oneself where one is signed in, else for this door. */
  async function choose(language: Language): Promise<void> {
    if (session.me) {
      await ask('PUT /api/account/language', { body: { language } });
      session.me.language = language;
    } else keepDoorLanguage(language);
    await useLanguage(language);
  }

  /** Goes over to what this person reads. @returns null where the page speaks for itself */
  async function speakTo(me: Me | null): Promise<Language | null> {
    // A family's pages speak for themselves, and a practice student reads what the teacher reads.
    if (me?.role === 'family' || me?.practice) return null;
    const language = me?.language ?? doorLanguage();
    await useLanguage(language);
    return language;
  }

  /** The same; who has not chosen yet comes in with the language of the door, and keeps it. */
  async function follow(me: Me | null): Promise<void> {
    const language = await speakTo(me);
    if (!language || !me || me.language !== null || me.newPasswordNeeded) return;
    await ask('PUT /api/account/language', { body: { language } })
      .then(() => (me.language = language))
      .catch(() => undefined);
  }
  return { choose, speakTo, follow };
}
