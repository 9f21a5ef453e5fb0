import { briefIn } from '@jolly/core';
import type { QuizPrintRequest } from '../../contract';
import { buffer } from 'node:stream/consumers';
import type { FileStore } from '../../files/file-store';
import type { PrintPdf } from '../../files/print-pdf';
import { Problem } from '../../http/problem';
import { filesOfQuestion } from '../assignments/brief-body';
import type { BriefsService } from '../assignments/briefs.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { Teacher } from '../marking/desk.service';
import { quizPages } from './quiz-pages';

/** A picture larger than this is not put on paper; its words stand there. */
const MOST_PICTURE_BYTES = 8_000_000;
const PICTURE = /^image\/(png|jpeg|webp|gif)$/;

interface Collaborators {
  briefs: BriefsService;
  keptFiles: KeptFilesService;
  fileStore: FileStore;
  printPdf: PrintPdf;
}

/** Quizzes on paper. */
export function quizPrintService({ briefs, keptFiles, fileStore, printPdf }: Collaborators) {
  async function pictureOf(fileId: string): Promise<string | null> {
    const found = await keptFiles.byId(fileId);
    if (!found || !PICTURE.test(found.file.mediaType) || found.file.size > MOST_PICTURE_BYTES) return null;
    const read = await fileStore.read(found.file.fingerprint);
    if (!read) return null;
    const bytes = await buffer(read.stream);
    return `data:${found.file.mediaType};base64,${bytes.toString('base64')}`;
  }

  return {
    /** A quiz as a PDF, in so many orders and in one of its languages, with its key at the end if wanted. */
    async print(teacher: Teacher, briefId: string, { orders, key, language }: QuizPrintRequest): Promise<Buffer> {
      const brief = await briefs.forTeacher(teacher, 'assignment.look', briefId);
      const { quiz } = brief;
      if (!quiz) throw new Problem('thing.unknown');
      const pictures = new Map<string, string>();
      for (const fileId of new Set(quiz.questions.flatMap(filesOfQuestion))) {
        const picture = await pictureOf(fileId);
        if (picture) pictures.set(fileId, picture);
      }
      return printPdf(quizPages({ briefId, title: briefIn([language], brief).title, quiz, orders, key, pictures, language }));
    },
  };
}

export type QuizPrintService = ReturnType<typeof quizPrintService>;
