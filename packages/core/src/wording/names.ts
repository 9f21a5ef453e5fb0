import type { Bearing } from '../bearing';
import type { PieceState } from '../state';
import type { Language } from '../languages';

/** What each state of a piece is called (docs/words.md): on pages, in letters and in reports the same. */
export const STATE_NAMES: Record<Language, Record<PieceState, string>> = {
  en: {
    notOpen: 'Not open yet',
    open: 'Open',
    started: 'Started',
    in: 'Handed in',
    inLate: 'Handed in late',
    missing: 'Missing',
    inClass: 'In class',
    sentBack: 'Sent back',
    scored: 'Scored',
    returned: 'Returned',
    excused: 'Excused',
  },
  es: {
    notOpen: 'Aún no abierta',
    open: 'Abierta',
    started: 'Empezada',
    in: 'Entregada',
    inLate: 'Entregada tarde',
    missing: 'Falta',
    inClass: 'En clase',
    sentBack: 'Devuelta para rehacer',
    scored: 'Puntuada',
    returned: 'Devuelta',
    excused: 'Dispensada',
  },
  fr: {
    notOpen: 'Pas encore ouvert',
    open: 'Ouvert',
    started: 'Commencé',
    in: 'Remis',
    inLate: 'Remis en retard',
    missing: 'Manquant',
    inClass: 'En classe',
    sentBack: 'À refaire',
    scored: 'Noté',
    returned: 'Corrigé et rendu',
    excused: 'Dispensé',
  },
  ar: {
    notOpen: 'لم يُفتح بعد',
    open: 'مفتوح',
    started: 'بدأ',
    in: 'سُلِّم',
    inLate: 'سُلِّم متأخرًا',
    missing: 'ناقص',
    inClass: 'في الصف',
    sentBack: 'أُعيد للتصحيح',
    scored: 'وُضعت له درجة',
    returned: 'صُحِّح وأُعيد',
    excused: 'معفى',
  },
};

/** What each language calls itself. */
export const OWN_NAMES: Record<Language, string> = { en: 'English', es: 'Español', fr: 'Français', ar: 'العربية' };

/** What each level of a bearing is called. */
export const BEARING_NAMES: Record<Language, Record<Bearing, string>> = {
  en: { onCourse: 'On course', drifting: 'Drifting', offCourse: 'Off course', noBearing: 'No bearing yet' },
  es: { onCourse: 'En rumbo', drifting: 'A la deriva', offCourse: 'Fuera de rumbo', noBearing: 'Aún sin rumbo' },
  fr: { onCourse: 'Bon cap', drifting: 'À la dérive', offCourse: 'Hors du cap', noBearing: 'Pas encore de cap' },
  ar: { onCourse: 'على المسار', drifting: 'ينحرف عن المسار', offCourse: 'خارج المسار', noBearing: 'لا مسار بعد' },
};
