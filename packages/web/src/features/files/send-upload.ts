import type { SaidPlace } from '@jolly/core';
import { ApiProblem, csrfToken } from '../../api/client';
import { language } from '../../time/format';

/** What is sent, and where its bytes go once the server has said so. */
interface Sendable {
  assignmentId: string;
  name: string;
  answers: SaidPlace | null;
  blob: Blob;
  address: string | null;
}

/**
 * Sends the bytes by the open protocol tus: what is there already is not sent again.
 * @param onAddress where the bytes go is known @param onShare how much is there, from 0 to 1 @param onStop what stops it
 * @returns the address of the upload @throws ApiProblem `network` if the line broke or it was stopped
 */
export async function sendUpload(
  upload: Sendable,
  on: { address: (address: string | null) => void; share: (share: number) => void; stop: (stop: () => void) => void },
): Promise<string> {
  const { Upload: TusUpload } = await import('tus-js-client');
  return new Promise((done, failed) => {
    const sending = new TusUpload(upload.blob, {
      endpoint: '/api/my/uploads',
      uploadUrl: upload.address,
      chunkSize: 4 * 1024 * 1024,
      retryDelays: null,
      storeFingerprintForResuming: false,
      metadata: {
        assignmentId: upload.assignmentId,
        name: upload.name,
        ...(upload.answers ? { answers: JSON.stringify(upload.answers) } : {}),
      },
      headers: { 'X-CSRF-Token': csrfToken(), 'Accept-Language': language() },
      onUploadUrlAvailable: () => on.address(sending.url),
      onProgress: (sent, total) => on.share(total === 0 ? 1 : sent / total),
      onSuccess: () => done(sending.url!),
      onError: (error) => {
        const response = 'originalResponse' in error ? error.originalResponse : null;
        const body = response?.getBody() ?? '';
        let reply: { type?: string; title?: string } = {};
        try {
          reply = JSON.parse(body) as typeof reply;
        } catch {
          // Not a reply of ours: the line broke, or something between us answered.
        }
        failed(reply.type ? new ApiProblem(reply.type, reply.title ?? '', response!.getStatus()) : new ApiProblem('network', '', 0));
      },
    });
    on.stop(() => {
      void sending.abort();
      failed(new ApiProblem('network', '', 0));
    });
    sending.start();
  });
}
