/** What the pages of files say. */
export const filesWords = {
  recording: {
    title: 'Recording',
    begin: 'Record',
    voice: 'Voice',
    film: 'Voice and picture',
    voiceName: 'voice',
    filmName: 'film',
    record: 'Begin to record',
    stop: 'Stop',
    pause: 'Pause',
    goOn: 'Go on',
    paused: 'paused',
    going: 'recording, {most} min at most',
    keep: 'Add the recording',
    again: 'Record again',
    refused: {
      voice: 'The microphone cannot be used. Allow it in the browser, or add a recording as a file.',
      film: 'Camera or microphone cannot be used. Allow them in the browser, or add a film as a file.',
    },
  },
  files: {
    notReadable: 'This cannot be shown here. Download it to open it.',
    tooLarge: 'This is too large to be shown here. Download it to open it.',
    tooManyPixels: 'This picture has {n} million pixels, too many to be drawn here. Download it to open it.',
    cut: 'Only the beginning is shown; the download has all of it.',
    pdfLocked: 'This PDF is locked with a password. Download it and open it there, or ask for one without.',
    firstPages: 'The first {a} of {b} pages are shown; the download has them all.',
  },
};
