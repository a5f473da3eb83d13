import { say } from '../../../basis/words/index';
import { variableKind } from './variable';

/** Work of a season with benefits for who is out of work between: all of whole years, averaged. */
export const seasonal = variableKind({ label: 'Seasonal work', meaning: say('income.workOfSeason') });
