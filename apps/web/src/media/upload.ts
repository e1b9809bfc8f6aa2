import { Problem, type Media } from '../api/index.js';

/** One file on its way into the library. */
export interface Upload {
  readonly id: number;
  readonly name: string;
  /** 0 to 1; looking at it takes a moment more once all of it has arrived */
  readonly part: number;
  /** why it was refused */
  readonly fault: string | undefined;
  readonly added: Media | undefined;
}

/**
 * Sends a file. `fetch` does not say how much of it has gone, so this is the older way.
 *
 * @param onPart is told which part of it has been sent, 0 to 1
 * @throws Problem when the server refuses it
 */
export function upload(file: File, onPart: (part: number) => void): Promise<Media> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', `/api/media/upload?name=${encodeURIComponent(file.name)}`);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.responseType = 'json';
    request.upload.addEventListener('progress', ({ loaded, total }) => {
      onPart(total === 0 ? 1 : loaded / total);
    });
    request.addEventListener('load', () => {
      if (request.status === 201) resolve(request.response as Media);
      else reject(problemIn(request));
    });
    request.addEventListener('error', () => {
      reject(
        new Problem(
          0,
          'The file did not arrive',
          'Gully cannot be reached, or the file was refused. Nothing was added.',
          {},
          undefined,
        ),
      );
    });
    request.send(file);
  });
}

function problemIn({ status, response }: XMLHttpRequest): Problem {
  const { title = 'The file was refused', detail = 'Nothing was added to the library.' } = (response ??
    {}) as { title?: string; detail?: string };
  return new Problem(status, title, detail, {}, undefined);
}
