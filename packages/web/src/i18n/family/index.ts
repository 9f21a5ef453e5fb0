import type { Texts } from '../texts';
import type { en } from './en';

export type FamilyMessages = Texts<typeof en>;
