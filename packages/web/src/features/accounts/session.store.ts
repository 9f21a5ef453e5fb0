import type { Me, SessionReply, SignInRequest } from '@jolly/server/contract';
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { ask, askSession, takeSession } from '../../api/client';

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null);
  const asked = ref(false);

  async function look(): Promise<void> {
    me.value = (await askSession()).me;
    asked.value = true;
  }
  /** @returns who is signed in; null when the code of the second step is asked for */
  async function signIn(request: SignInRequest): Promise<Me | null> {
    // A page that has been open for long may carry a token of a session that is gone.
    await askSession();
    const reply = await ask('POST /api/session', { body: request, anonymous: true });
    enter(reply);
    return reply.me;
  }
  async function secondStep(code: string): Promise<Me> {
    const reply = await ask('POST /api/session/second-step', { body: { code }, anonymous: true });
    enter(reply);
    return reply.me!;
  }
  /** Looks at a class as its practice student. */
  async function practise(classId: string): Promise<void> {
    enter(await ask('POST /api/classes/:classId/practice', { params: { classId } }));
  }
  async function leavePractice(): Promise<void> {
    enter(await ask('DELETE /api/session/practice'));
  }
  function enter(reply: SessionReply): void {
    takeSession(reply);
    me.value = reply.me;
    asked.value = true;
  }
  async function signOut(): Promise<void> {
    await ask('DELETE /api/session', { anonymous: true }).catch(() => undefined);
    me.value = null;
  }
  return { me, asked, look, signIn, secondStep, practise, leavePractice, enter, signOut };
});
