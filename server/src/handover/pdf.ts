import { dateInWords, ROOM_STATE_LABEL, say, type FileState, type Handover } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { makePdf } from '../pdf/index';

/** The condition record of a unit: every room, its pictures, and who signed it. @param pictures their bytes by id. */
export async function recordPdf(file: FileState, handover: Handover, pictures: ReadonlyMap<string, Buffer>, lender: string): Promise<Buffer> {
  const speak = speakerFor(file.pack);
  const label = file.unit?.unit.label ?? '';
  const title = speak(say('handover.recordTitle', { unit: label }));
  const rooms = handover.rooms.map(({ room, state, note, pictures: shown }) => [
    { text: room, style: 'heading' },
    { text: [state === null ? '—' : ROOM_STATE_LABEL[state], note ? `: ${note}` : ''].join('') },
    {
      columns: shown.flatMap(({ id, mediaType }) => {
        const content = pictures.get(id);
        return content ? [{ image: `data:${mediaType};base64,${content.toString('base64')}`, fit: [160, 120] }] : [];
      }),
      columnGap: 8,
      margin: [0, 4, 0, 4],
    },
  ]);
  return makePdf(
    [
      { text: title, style: 'title' },
      { text: speak(say('handover.recordOf', { lender, reference: file.reference })), margin: [0, 2, 0, 8] },
      ...rooms.flat(),
      { text: speak(say('handover.recordSigned')), style: 'heading' },
      {
        ul: handover.signatures.map(({ name, side, at }) =>
          speak(say('handover.recordSignedBy', { name, side, on: dateInWords(at.slice(0, 10)), time: at.slice(11, 16) })),
        ),
      },
    ],
    title,
    { paper: file.pack.paper },
  );
}
