import { descriptionOf, ENTITIES } from '@cavren/core';
import { useShown } from './shown';
import { openedFile } from './editing';

/** Says who keyed the value that a place of the file holds, and when; nothing where that isn't known. */
export function useStatedBy(): (place: { chapter: string; anchor: string }) => string {
  const editing = openedFile();
  const { showTime } = useShown();
  return ({ chapter, anchor }) => {
    const stated = editing?.stated.value ?? {};
    const [id = '', field] = anchor.split('.');
    for (const entity of ENTITIES.filter((one) => descriptionOf(one).chapter === chapter)) {
      const known = stated[field === undefined ? `${entity}/${id}` : `${entity}/${id}/${field}`] ?? stated[`${entity}/${id}`];
      if (known) return `${known.applicant ? 'said at the front door by' : 'keyed by'} ${known.by}, ${showTime(known.at)}`;
    }
    return '';
  };
}
