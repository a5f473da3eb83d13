import {
  answerersOf,
  askedOf,
  CHAPTER_LABEL,
  descriptionOf,
  dateInWords,
  numberKindOf,
  NUMBER_KINDS,
  PART_OF,
  personName,
  replacedIn,
  rolesOf,
  ROW_ENTITIES,
  say,
  titleOf,
  type Description,
  type FileState,
  type IsoDate,
  type Role,
  type RowEntity,
} from '@cavren/core';
import { saidValue, speakerFor } from '@cavren/words';
import { makePdf } from '../pdf/index';

/** Kinds of row that are no part of what somebody applies with: an officer's words, and versions that lie beside the request. */
const NOT_APPLIED_WITH: readonly RowEntity[] = ['answer', 'explanation', 'variant'];

/** An application as those who apply sign it: who they are, what they ask for, everything that they stated and answered, and what they declare by signing. */
export async function applicationPdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const { product, pack } = file;
  const speak = speakerFor(pack);
  const title = titleOf(file, 'application');
  const rules = product.cover?.replacement ?? null;
  const replaced = rules ? replacedIn(file) : [];
  const nameOf = (id: string): string => {
    const person = file.people.find((one) => one.id === id);
    return person ? personName(person) : '—';
  };
  const pairs = ({ fields }: Description, row: Record<string, unknown>): [string, string][] =>
    Object.entries(fields).flatMap(([name, field]): [string, string][] => {
      if (field.kind === 'code' || field.by === 'program' || row[name] === false) return [];
      const said = saidValue(field, row[name] ?? null, pack, nameOf);
      return said === '' ? [] : [[labelOf(file, name, field.label, row), said]];
    });
  const table = (rows: [string, string][]) => ({
    table: { widths: [180, '*'], body: rows.map(([label, value]) => [{ text: label, color: '#444444' }, value]) },
    layout: 'lightHorizontalLines',
    margin: [0, 0, 0, 6],
    fontSize: 8.5,
  });
  const rowsOf = (entity: RowEntity): [string, string][][] =>
    (file[PART_OF[entity]] as readonly (object & { id: string })[])
      .filter((row) => isTheirs(file, entity, row))
      .map((row) => pairs(descriptionOf(entity), row as unknown as Record<string, unknown>))
      .filter((row) => row.length > 0);
  const stated = product.chapters.flatMap((chapter) => {
    const rows = ROW_ENTITIES.filter((entity) => !NOT_APPLIED_WITH.includes(entity) && descriptionOf(entity).chapter === chapter).flatMap(rowsOf);
    return rows.length === 0 ? [] : [{ text: CHAPTER_LABEL[chapter], style: 'heading' }, ...rows.map(table)];
  });
  const answered = askedOf(file).filter(({ answer, person }) => answer !== null && isTheirs(file, 'person', person));
  return makePdf(
    [
      { text: title, style: 'title' },
      { text: speak(say('agreement.lenderFileReferenceMadeToday', { lender, reference: file.reference, today: dateInWords(today) })), margin: [0, 2, 0, 8] },
      { text: speak(say('application.for', { product: product.name })), margin: [0, 0, 0, 4] },
      { text: speak(say('application.whoApplies', { people: { all: answerersOf(file).map(personName), by: 'and' } })), bold: true },
      { text: speak(say('application.request')), style: 'heading' },
      table(pairs(descriptionOf('request'), file.request)),
      ...stated,
      ...(answered.length === 0
        ? []
        : [
            { text: speak(say('application.answers')), style: 'heading' },
            table(
              answered.map(({ person, question, answer }): [string, string] => [
                `${personName(person)}: ${question.text}`,
                answer?.explanation ? `${answer.value ?? ''}: ${answer.explanation}` : (answer?.value ?? ''),
              ]),
            ),
          ]),
      { text: speak(say('agreement.whatYouDeclare')), style: 'heading' },
      // Copied: what makes the PDF works on the lists that it is given.
      { ol: [...(product.signing.application?.declares ?? []), ...(rules && replaced.length > 0 ? [rules.declares] : [])] },
      ...replaced.flatMap(({ insurer, address, number, endsOn }) => [
        { text: speak(say('application.noticeToInsurer', { insurer: insurer ?? '' })), style: 'heading' },
        { text: address ?? '', margin: [0, 0, 0, 4] },
        { text: rules?.notice ?? '', margin: [0, 0, 0, 4] },
        { text: speak(say('application.noticePolicy', { number: number ?? '', endsOn: endsOn === null ? '' : { day: endsOn } })) },
      ]),
    ],
    speak(say('agreement.titleFileReference', { title, reference: file.reference })),
    { paper: pack.paper, large: answerersOf(file).some(({ largePrint }) => largePrint) },
  );
}

/** What a field is called; a number by its kind. */
function labelOf(file: FileState, name: string, label: string, row: Record<string, unknown>): string {
  if (name !== 'idNumber' && name !== 'taxNumber') return label;
  return NUMBER_KINDS[numberKindOf(file.pack, row as unknown as FileState['people'][number], name === 'idNumber' ? 'identity' : 'tax')].label;
}

/** Those who only help or stand surety: what they stated is not for those who apply to read. */
const APART: readonly Role[] = ['guarantor', 'contact', 'emergencyContact', 'referee'];

/** Whether a row is about the application itself or about somebody whose details those who apply may read. */
function isTheirs(file: FileState, entity: RowEntity, row: object & { id: string }): boolean {
  const { owner } = descriptionOf(entity);
  const named = entity === 'person' ? row.id : owner === null ? null : ((row as Record<string, unknown>)[owner] as string | null);
  if (named === null) return true;
  const owners = file.people.filter(({ id }) => named.split(' ').includes(id));
  return owners.length === 0 || owners.some((person) => rolesOf(person).some((role) => !APART.includes(role)));
}
