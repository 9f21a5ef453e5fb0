import { yearFolders } from '@jolly/core';
import type { ShelvedHandout, YearShelfReply } from '@jolly/server/contract';
import { computed, type Ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';

interface Placed {
  assignmentId: string;
  folder: string;
}
type Folder = { folder: string; handouts: Placed[] };

/**
 * Putting the shelf of a class in order. Each act is stored at once; where a colleague was quicker, their shelf is shown
 * and nothing of ours is written over it.
 */
export function useYearShelf(classId: Ref<string>, value: Ref<YearShelfReply | null>) {
  const { problem, busy, attempt } = useAttempt();
  const folders = computed(() => yearFolders<ShelvedHandout>(value.value?.handouts ?? []));

  const keep = (next: readonly Placed[]) =>
    attempt(async () => {
      const handouts = next.map(({ assignmentId, folder }) => ({ assignmentId, folder }));
      value.value = await ask('PUT /api/classes/:classId/year-shelf', {
        params: { classId: classId.value },
        body: { version: value.value!.version, handouts },
      });
    }).then(() => {
      if (problem.value?.code === 'conflict.changedMeanwhile') value.value = problem.value.current as YearShelfReply;
    });
  /** The shelf as it is, to be changed. */
  const copy = (): Folder[] =>
    folders.value.map(({ folder, handouts }) => ({ folder, handouts: handouts.map((one) => ({ ...one, folder })) }));
  const flat = (all: readonly Folder[]): Placed[] => all.flatMap(({ folder, handouts }) => handouts.map((one) => ({ ...one, folder })));
  const swap = <T>(list: T[], at: number, to: number) => ([list[at], list[to]] = [list[to]!, list[at]!]);

  return {
    problem,
    busy,
    folders,
    putOn: (assignmentId: string) => keep([...flat(copy()), { assignmentId, folder: '' }]),
    takeOff: (assignmentId: string) => keep(flat(copy()).filter((one) => one.assignmentId !== assignmentId)),
    /** Into a folder, at its end; an empty name takes it out of all. */
    into: (assignmentId: string, folder: string) =>
      keep([...flat(copy()).filter((one) => one.assignmentId !== assignmentId), { assignmentId, folder: folder.trim() }]),
    rename: (folder: string, name: string) =>
      keep(flat(copy()).map((one) => (one.folder === folder ? { ...one, folder: name.trim() } : one))),
    move(folder: number, at: number, by: 1 | -1) {
      const all = copy();
      swap(all[folder]!.handouts, at, at + by);
      return keep(flat(all));
    },
    moveFolder(folder: number, by: 1 | -1) {
      const all = copy();
      swap(all, folder, folder + by);
      return keep(flat(all));
    },
    /** Drags one from a place of a folder to a place of the same or another. */
    drag({ from, to, oldIndex, newIndex }: { from: string; to: string; oldIndex: number; newIndex: number }) {
      const all = copy();
      const [one] = all[Number(from)]!.handouts.splice(oldIndex, 1);
      if (one) all[Number(to)]!.handouts.splice(newIndex, 0, one);
      return keep(flat(all));
    },
  };
}
