import type { Found } from '@jolly/server/contract';
import type { RouteLocationRaw } from 'vue-router';

/** Where something that was found is looked at. */
export function addressOf({ kind, id, classId }: Found, student: boolean): RouteLocationRaw {
  switch (kind) {
    case 'class':
      return `/class/${id}`;
    case 'student':
      return `/progress/${classId}/${id}`;
    case 'assignment':
      return student ? `/work/${id}` : `/assignments/${id}`;
    case 'handout':
      return student ? `/handouts/${id}` : `/assignments/${id}`;
    case 'shelf':
      return { path: '/shelf', query: { item: id } };
    case 'question':
      return { path: '/questions', query: { question: id } };
    case 'group':
      return `/class/${classId}/groups`;
    case 'unit':
      return { path: '/plan', query: { by: 'units', class: classId } };
    case 'aim':
      return { path: '/mark-book', query: { class: classId, view: 'aims' } };
    case 'preset':
      return { path: '/reports', query: { preset: id } };
  }
}
/** What a teacher does with a student, from wherever they think of it. */
export function actsOf({ id, classId }: Found): { act: 'time' | 'home' | 'report' | 'portfolio' | 'card'; to: RouteLocationRaw }[] {
  return [
    { act: 'time', to: { path: `/class/${classId}/exceptions`, query: { student: id } } },
    { act: 'home', to: { path: `/progress/${classId}/${id}`, query: { home: '' } } },
    { act: 'report', to: { path: '/reports', query: { class: classId, student: id } } },
    { act: 'portfolio', to: `/progress/${classId}/${id}/portfolio` },
    { act: 'card', to: { path: `/class/${classId}`, query: { student: id } } },
  ];
}
