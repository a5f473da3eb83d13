import type { FilePerson, FileState, Finding, IsoDate, PlacePack } from '@cavren/core';
import type { Config } from '../../config/index';

/** What a check is asked with. */
export interface CheckQuestion {
  checkId: string;
  file: FileState;
  today: IsoDate;
  person: FilePerson;
  pack: PlacePack;
  outside: Config['outside'];
  /** The whole of the person's identity number, for the services that are asked with it. */
  number: () => Promise<string | null>;
}

export type Found = Pick<Finding, 'kind' | 'label' | 'stated' | 'found' | 'agrees' | 'score' | 'reasons'>;

/** How a kind of check asks its service. @throws OutsideError when the service doesn't answer. */
export type AskService = (question: CheckQuestion) => Promise<Found[]>;
