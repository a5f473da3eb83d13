import { say } from '../../../basis/words/index';
import { lineName, lineProblems, linesToWithdraw, newestOf, standingOf, sumProblem } from '../../../insuring/lines/index';
import { COVER_LINE } from '../../../insuring/lines/fields';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathContext, PathPart } from '../entry';

/** Lines of cover: as the rules have them, and each as it is now taken by the issuing system. */
export const lines: PathPart = {
  code: 'lines',
  entries: (file, context) => (file.product.cover?.lines ? [...problemEntries(file, context), ...standingEntries(file)] : []),
};

const ALL = { place: { chapter: 'lines' as const, anchor: 'send-lines' } };

function problemEntries(file: FileState, { today }: PathContext): Draft[] {
  const why = say('path.coverAsTheRulesHaveIt', { product: file.product.name });
  const beyond = file.product.cover && sumProblem(file, file.product.cover, today);
  return [
    ...file.coverLines.flatMap((line) =>
      lineProblems(file, line, today).map<Draft>(({ field, what }) => ({
        key: `line:${field}:${line.id}`,
        gate: 'details',
        what,
        why,
        holder: 'officer',
        since: line.createdAt,
        place: { chapter: 'lines', anchor: `${line.id}.${field}` },
      })),
    ),
    ...(beyond ? [{ key: 'lines:sum', gate: 'details' as const, what: beyond, why, holder: 'officer' as const, ...ALL }] : []),
  ];
}

function standingEntries(file: FileState): Draft[] {
  const why = say('path.linesTakenBeforeDecided');
  const entry = { gate: 'gathering' as const, why };
  const waiting = file.lineVersions.filter(({ state }) => state === 'sent');
  const [first] = waiting;
  const standings = file.coverLines.map((line) => ({ line, ...standingOf(file, line) }));
  const unsent = standings.filter(({ state }) => state === 'entered').length + linesToWithdraw(file).length;
  return [
    ...(unsent > 0 ? [{ ...entry, ...ALL, key: 'lines:send', what: say('path.sendLines', { lines: unsent }), holder: 'officer' as const }] : []),
    ...(first
      ? [{ ...entry, ...ALL, key: 'lines:sent', what: say('path.linesOnTheirWay', { lines: waiting.length }), holder: 'service' as const, since: first.sentAt }]
      : []),
    ...standings.flatMap(({ line, state, faults }) => {
      if (state !== 'rejected') return [];
      const since = newestOf(file, line.id)?.answeredAt;
      return faults.map<Draft>(({ field, what }) => ({
        ...entry,
        // What was sent back presses, wherever the file is.
        gate: 'details',
        key: `lines:rejected:${field}:${line.id}`,
        what: say('path.lineRejected', { line: lineName(file, line), what }),
        holder: 'officer',
        ...(since ? { since } : {}),
        place: { chapter: 'lines', anchor: `${line.id}.${Object.hasOwn(COVER_LINE.fields, field) ? field : 'item'}` },
      }));
    }),
  ];
}
