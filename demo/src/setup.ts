import type { Category, Scheme } from '@jolly/core';
import { FIRST_SCHEME } from '@jolly/core';

const category = (id: string, name: string, weight: number, more: Partial<Category> = {}): Category => ({
  id,
  name,
  weight: weight * 1000,
  within: 'pooled',
  leaveOut: 0,
  keepBest: null,
  bonus: false,
  ...more,
});

/** Categories of the demo classes; ids are fixed so that assignments can be filed before anything is stored. */
const RIVERS = [
  category('3d0c3a52-7f55-4c0e-9b0a-1c5a3d1f0a01', 'Field work', 40),
  category('3d0c3a52-7f55-4c0e-9b0a-1c5a3d1f0a02', 'Notes', 35),
  category('3d0c3a52-7f55-4c0e-9b0a-1c5a3d1f0a03', 'In class', 25, { leaveOut: 1 }),
];
const BANDS = [
  { name: 'Far out', from: 85_000 },
  { name: 'Afloat', from: 70_000 },
  { name: 'Casting off', from: 60_000 },
  { name: 'Moored', from: 0 },
];

interface Setup {
  subject: string;
  level: string;
  room: string;
  scheme: Scheme;
  units: string[];
  /** which category and unit an assignment is filed under, by its title */
  filed: Record<string, { category?: string; unit?: number }>;
}

export const SETUP: Record<string, Setup> = {
  'Rivers 8': {
    subject: 'Geography',
    level: '8',
    room: '12',
    scheme: { ...FIRST_SCHEME, kind: 'weighted', categories: RIVERS, missing: { kind: 'whenClosed', percent: 0 }, bands: BANDS },
    units: ['Where rivers begin', 'How water works', 'Down to the sea'],
    filed: {
      'Watershed outline': { category: 'Notes', unit: 0 },
      'Rain to river': { category: 'Notes', unit: 0 },
      'Stream order quiz': { category: 'In class', unit: 0 },
      'Source to mouth poster': { category: 'Notes', unit: 0 },
      'Bank survey': { category: 'In class', unit: 1 },
      'Field safety card': { category: 'Field work', unit: 1 },
      'Flow rate table': { category: 'Field work', unit: 1 },
      'Meander notes': { category: 'Notes', unit: 1 },
      'River cross-section sketch': { category: 'Field work', unit: 1 },
      'Valley model': { category: 'Field work', unit: 1 },
      'Estuary reading': { unit: 2 },
      'Flood diary': { category: 'Notes', unit: 2 },
      'Delta or estuary': { category: 'Notes', unit: 2 },
    },
  },
  'Weather 9': {
    subject: 'Geography',
    level: '9',
    room: '12',
    scheme: { ...FIRST_SCHEME, missing: { kind: 'whenDue', percent: 0 }, bands: BANDS },
    units: ['Sky', 'Air'],
    filed: {},
  },
  'Maps 10': { subject: 'Geography', level: '10', room: '7', scheme: { ...FIRST_SCHEME, bands: BANDS }, units: [], filed: {} },
};

export const categoryId = (className: string, name: string | undefined): string | null =>
  SETUP[className]!.scheme.categories.find((one) => one.name === name)?.id ?? null;

/** A class of last year, put away. */
export const LAST_YEAR = { name: 'Coasts 8', hue: 7, members: ['Dagny Isaksen', 'Emeka Nwosu', 'Fern Abernathy', 'Lior Ben-Ari'] };

/** Groups that are kept in Rivers 8: at the ford, and for reading. */
export const LAB_GROUPS = { name: 'Ford survey', seed: 'K7M3', count: 4 };
export const READING_GROUP = {
  name: 'Reading circle',
  group: 'Thursday',
  members: ['Hana Petrov', 'Dilan Sørby', 'Mei-Lin Zhao', 'يوسف الراشد'],
};

/** Who always has more time, in which classes. */
export const STANDING = [
  {
    who: 'Noor Haldane',
    classes: ['Rivers 8', 'Maps 10'],
    kind: 'schoolDays' as const,
    amount: 1,
    reason: 'Reads with an enlarger',
    quizTimePercent: 125_000,
    waivesLate: false,
    from: -45,
    to: null,
  },
  {
    who: 'Farid Osei',
    classes: ['Rivers 8'],
    kind: 'percent' as const,
    amount: 25_000,
    reason: 'Writes by dictation',
    quizTimePercent: null,
    waivesLate: true,
    from: null,
    to: null,
  },
  {
    who: 'Vesna Horvat',
    classes: ['Rivers 8'],
    kind: 'days' as const,
    amount: 3,
    reason: 'Broken wrist',
    quizTimePercent: null,
    waivesLate: false,
    from: -50,
    to: -20,
  },
];

/** Who is shown to classmates under another name. */
export const SHOWN_AS: Record<string, string> = { 'Cato Verhoef': 'Grey Wagtail' };
/** Who has an e-mail address in the records. */
export const EMAILS: Record<string, string> = {
  'Zofia Wrona': 'zofia.wrona@families.tern-bay.example',
  'Bao Lindqvist': 'bao@families.tern-bay.example',
};
