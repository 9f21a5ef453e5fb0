import { EMPTY_QUIZ, EMPTY_TEXT, EVERYONE, windowProblem } from '@jolly/core';
import type { BriefBody, BriefChange, BriefEffects, BriefReply, BriefRequest, PointsQuestion, SetFor } from '@jolly/server/contract';
import same from 'fast-deep-equal';
import { computed, onScopeDispose, ref, watch } from 'vue';
import { ApiProblem, ask, now } from '../../api/client';
import { useWake } from '../../api/use-wake';
import { i18n } from '../../i18n';
import { useKeptHere } from '../../ui/kept-here';
import { language } from '../../time/format';
import { keepTyped } from '../../ui/own-words';

const SAVE_AFTER_MS = 700;

/** A brief as it begins: an assignment out of 20 points, or a handout. */
export function blankBrief(kind: BriefBody['kind']): BriefBody {
  return {
    kind,
    title: '',
    instructions: EMPTY_TEXT,
    spoken: null,
    language: language(),
    otherWords: {},
    attachments: [],
    how: 'handIn',
    quiz: null,
    accepts: kind === 'handout' ? [] : ['text', 'files'],
    voiceAnswers: false,
    scoring: { by: kind === 'handout' ? 'none' : 'points' },
    points: kind === 'handout' ? null : 20_000,
    aims: [],
    minutes: null,
    rounds: null,
    roundRule: 'latest',
    lateRule: null,
    standingHolds: true,
    familyTick: false,
  };
}

/** The same as a quiz without questions: taken once, scored by its answers. */
export const blankQuiz = (): BriefBody => ({
  ...blankBrief('assignment'),
  how: 'quiz',
  quiz: EMPTY_QUIZ,
  accepts: [],
  points: null,
  rounds: 1,
});

export const blankSet = (classId: string): SetFor => ({
  classId,
  opens: null,
  due: null,
  closes: null,
  unitId: null,
  categoryId: null,
  countsInTotals: true,
  bonus: false,
  audience: EVERYONE,
  groupingId: null,
});

const bodyOf = ({ id: _, classes: __, elsewhere: ___, version: ____, ...body }: BriefReply): BriefBody => body;
const setsOf = ({ classes }: BriefReply): SetFor[] => classes.map(({ assignmentId: _, issuedAt: __, begun: ___, ...set }) => set);
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const byClass = (sets: readonly SetFor[]) => [...sets].sort((a, b) => (a.classId < b.classId ? -1 : 1));

/**
 * A brief while it is composed. A draft is stored as one types, one save at a time; what is typed meanwhile goes
 * with the next. Changes to what students already have wait for the teacher's word and are kept in this browser
 * until then. What somebody else stored meanwhile is never overwritten unseen.
 */
export function useBrief() {
  const body = ref<BriefBody>(blankBrief('assignment'));
  const sets = ref<SetFor[]>([]);
  const fromShelf = ref<string | null>(null);
  const stored = ref<BriefReply | null>(null);
  const theirs = ref<BriefReply | null>(null);
  const savedAt = ref<number | null>(null);
  const saving = ref(false);
  const ready = ref(false);
  const problem = ref<ApiProblem | null>(null);

  /** issued, now or at a time: a change of it reaches students */
  const out = computed(() => stored.value?.classes.some((one) => one.issuedAt !== null) ?? false);
  const contradiction = computed(() => sets.value.some((set) => windowProblem(set) !== null));
  const request = computed(() => ({ ...body.value, title: body.value.title.trim() }));
  const dirty = computed(() =>
    stored.value
      ? !same(request.value, bodyOf(stored.value)) || !same(byClass(sets.value), byClass(setsOf(stored.value)))
      : request.value.title !== '',
  );

  const placeOf = useKeptHere();
  const keptKey = (id: string) => placeOf('brief', id);
  function keep(): void {
    if (!stored.value || !out.value) return;
    const { id, version } = stored.value;
    if (dirty.value) localStorage.setItem(keptKey(id), JSON.stringify({ version, body: body.value, sets: sets.value }));
    else localStorage.removeItem(keptKey(id));
  }

  function take(reply: BriefReply): void {
    stored.value = reply;
    body.value = copy(bodyOf(reply));
    sets.value = copy(setsOf(reply));
  }
  /** Takes what has become of a brief; what was typed since it was asked for stays. */
  function arrive(reply: BriefReply, before: BriefReply): void {
    body.value = keepTyped({ before: bodyOf(before), typed: body.value, stored: bodyOf(reply) });
    sets.value = keepTyped({ before: setsOf(before), typed: sets.value, stored: setsOf(reply) });
    stored.value = reply;
  }

  /** Opens a stored brief, with changes of it that this browser has kept. */
  function open(reply: BriefReply): void {
    take(reply);
    const kept = JSON.parse(localStorage.getItem(keptKey(reply.id)) ?? 'null') as {
      version: number;
      body: BriefBody;
      sets: SetFor[];
    } | null;
    if (kept) {
      // Somebody changed it since: both are shown, and the teacher says which holds.
      if (kept.version !== reply.version) theirs.value = reply;
      // What was kept by an older release does not have every field of today.
      body.value = { ...copy(bodyOf(reply)), ...kept.body };
      sets.value = kept.sets;
    }
    ready.value = true;
  }

  function begin(first: BriefBody, classes: SetFor[], shelfId: string | null): void {
    body.value = first;
    sets.value = classes;
    fromShelf.value = shelfId;
    ready.value = true;
  }

  const change = (version: number, tell: boolean, scores?: BriefChange['scores']): BriefChange => ({
    ...copy(request.value),
    classes: copy(sets.value),
    version,
    tell,
    ...(scores ? { scores } : {}),
  });
  /** The points would change under scores that are given: how many, and from what to what. */
  const pointsAsked = computed(() => (problem.value?.code === 'assignment.pointsAsked' ? (problem.value.current as PointsQuestion) : null));
  let lastTell = false;
  const failed = (error: unknown) => {
    problem.value = error instanceof ApiProblem ? error : new ApiProblem('network', i18n.global.t('common.unreachable'), 0);
    if (problem.value.code === 'conflict.changedMeanwhile') theirs.value = problem.value.current as BriefReply;
  };

  let running: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  async function save({
    force,
    tell = false,
    scores,
  }: { force?: number; tell?: boolean; scores?: BriefChange['scores'] } = {}): Promise<void> {
    clearTimeout(timer);
    lastTell = tell;
    while (running) await running;
    if ((!dirty.value && force === undefined) || theirs.value !== null || contradiction.value || sets.value.length === 0) return;
    running = (async () => {
      saving.value = true;
      problem.value = null;
      try {
        const reply = stored.value
          ? await ask('PUT /api/briefs/:briefId', {
              params: { briefId: stored.value.id },
              body: change(force ?? stored.value.version, tell, scores),
            })
          : await ask('POST /api/briefs', {
              body: { ...copy(request.value), classes: copy(sets.value), fromShelf: fromShelf.value } satisfies BriefRequest,
            });
        stored.value = reply;
        savedAt.value = now();
        localStorage.removeItem(keptKey(reply.id));
      } catch (error) {
        failed(error);
      } finally {
        saving.value = false;
        running = null;
      }
    })();
    await running;
  }

  watch(
    [body, sets],
    () => {
      if (!ready.value) return;
      if (out.value) return keep();
      if (!dirty.value) return;
      clearTimeout(timer);
      timer = setTimeout(() => void save(), SAVE_AFTER_MS);
    },
    { deep: true },
  );
  useWake({ asleep: () => !out.value && dirty.value && save() });
  // Leaving sends what is still on its way.
  onScopeDispose(() => {
    clearTimeout(timer);
    if (!out.value) void save();
  });

  /** Whatever of a draft is not stored yet is, before something is done with it. @returns the stored brief, or null */
  async function settled(): Promise<BriefReply | null> {
    if (!out.value) await save();
    return problem.value || theirs.value ? null : stored.value;
  }

  return {
    body,
    sets,
    stored,
    theirs,
    savedAt,
    saving,
    problem,
    pointsAsked,
    out,
    contradiction,
    dirty,
    take,
    open,
    begin,
    save,
    settled,

    /** @returns how many students it goes to, or null if it was refused */
    async issue(at: number | null): Promise<number | null> {
      const brief = await settled();
      if (!brief) return null;
      try {
        const reply = await ask('POST /api/briefs/:briefId/issue', { params: { briefId: brief.id }, body: { version: brief.version, at } });
        arrive(reply.brief, brief);
        return reply.students;
      } catch (error) {
        failed(error);
        return null;
      }
    },
    /** Stores the change after all, with what becomes of the scores. */
    answerPoints: (scores: 'keep' | 'scale') => save({ tell: lastTell, scores }),
    async withdraw(): Promise<boolean> {
      if (!stored.value) return false;
      problem.value = null;
      try {
        const { id, version } = stored.value;
        stored.value = await ask('POST /api/briefs/:briefId/withdraw', { params: { briefId: id }, body: { version } });
        return true;
      } catch (error) {
        failed(error);
        return false;
      }
    },
    /** @returns whether it is gone */
    async deleteDraft(): Promise<boolean> {
      if (!stored.value) return false;
      problem.value = null;
      try {
        await ask('DELETE /api/briefs/:briefId', { params: { briefId: stored.value.id } });
      } catch (error) {
        failed(error);
        return false;
      }
      ready.value = false;
      stored.value = null;
      body.value = { ...body.value, title: '' };
      return true;
    },
    effects: async (): Promise<BriefEffects | null> =>
      stored.value
        ? ask('POST /api/briefs/:briefId/effects', { params: { briefId: stored.value.id }, body: change(stored.value.version, false) })
        : null,
    takeTheirs(): void {
      if (theirs.value) {
        localStorage.removeItem(keptKey(theirs.value.id));
        take(theirs.value);
      }
      theirs.value = null;
      problem.value = null;
    },
    async keepMine(): Promise<void> {
      const version = theirs.value?.version;
      theirs.value = null;
      if (version === undefined) return;
      if (out.value && stored.value) {
        // Saving is still the teacher's word to give; it now goes on from what they have seen.
        stored.value = { ...stored.value, version };
        problem.value = null;
      } else await save({ force: version });
    },
  };
}
