import type { Me, SessionReply, SignInRequest } from '@jolly/server/contract';
import { defineStore } from 'pinia';
import { ref } from 'vue';
import { ask, askSession, isUnreachable, keepWhatIsSeen, seenBy, takeSession } from '../../api/client';
import { forgetSeen, keepSeen, lastSeen } from '../../api/last-seen';

const WHO = 'who';
const studentIn = (me: Me | null) => (me?.role === 'student' ? me.id : null);
/** Set while somebody has signed out and the server could not yet be told. */
const LEFT = 'jolly-signed-out';

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null);
  const asked = ref(false);

  async function look(): Promise<void> {
    try {
      if (localStorage.getItem(LEFT)) await leave();
      const { me: here } = await askSession();
      me.value = here;
      await remember(here);
    } catch (error) {
      const seen = isUnreachable(error) && !localStorage.getItem(LEFT) ? await lastSeen(WHO) : null;
      if (!seen) throw error;
      // Without a line the pages open for whoever was here last, with what they saw last.
      me.value = seen.reply as Me;
      keepWhatIsSeen(studentIn(me.value));
    }
    asked.value = true;
  }
  /** For whom the pages open without a line. What somebody else saw on this device goes. */
  async function remember(now: Me | null): Promise<void> {
    const student = studentIn(now);
    keepWhatIsSeen(student);
    await forgetSeen(student === null ? undefined : seenBy(student));
    if (now) await keepSeen(WHO, now);
  }
  async function leave(): Promise<void> {
    await ask('DELETE /api/session', { anonymous: true });
    localStorage.removeItem(LEFT);
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
  /** A student's own choice of the simple view or the usual one; null: as their teachers have it. */
  async function chooseView(simple: boolean | null): Promise<void> {
    enter(await ask('PUT /api/my/view', { body: { simple } }));
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
    localStorage.removeItem(LEFT);
    void remember(reply.me);
  }
  /** Signs out; where the server cannot be told, it is told before anybody is let in here again. */
  async function signOut(): Promise<void> {
    localStorage.setItem(LEFT, '1');
    keepWhatIsSeen(null);
    await leave().catch((error: unknown) => {
      if (!isUnreachable(error)) localStorage.removeItem(LEFT);
    });
    await forgetSeen();
    me.value = null;
  }
  return { me, asked, look, signIn, secondStep, practise, leavePractice, chooseView, enter, signOut };
});
