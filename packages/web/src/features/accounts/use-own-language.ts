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

  /** Goes over to what this person reads. Who has not chosen yet comes in with the language of the door, and keeps it. */
  async function follow(me: Me | null): Promise<void> {
    // A family's pages speak for themselves, and a practice student reads what the teacher reads.
    if (me?.role === 'family' || me?.practice) return;
    const language = me?.language ?? doorLanguage();
    await useLanguage(language);
    if (!me || me.language !== null || me.newPasswordNeeded) return;
    await ask('PUT /api/account/language', { body: { language } })
      .then(() => (me.language = language))
      .catch(() => undefined);
  }
  return { choose, follow };
}
