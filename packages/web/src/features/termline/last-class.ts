/** The class that was looked at last in this browser: what is begun anew begins in it. */
const KEY = 'jolly-last-class';

export function rememberClass(classId: string): void {
  localStorage.setItem(KEY, classId);
}
export const lastClass = (): string | null => localStorage.getItem(KEY);
