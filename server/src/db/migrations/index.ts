import { up as thinWalk } from './001-thin-walk';
import { up as people } from './002-people';
import { up as carrying } from './003-carrying';
import { up as costs } from './004-costs';
import { up as frame } from './005-frame';
import { up as words } from './006-words';
import { up as hold } from './007-hold';
import { up as payments } from './008-payments';
import { up as tries } from './009-tries';
import { up as sealedDays } from './010-sealed-days';
import { up as codes } from './011-codes';
import { up as askers } from './012-askers';
import { up as figures } from './013-figures';
import { up as deeper } from './014-deeper';
import { up as outcomes } from './015-outcomes';
import { up as staff } from './016-staff';
import { up as companies } from './017-companies';
import { up as register } from './018-register';
import { up as places } from './019-places';
import { up as addresses } from './020-addresses';
import { up as limits } from './021-limits';
import { up as cover } from './022-cover';
import { up as assistance } from './025-assistance';
import { up as lines } from './024-lines';
import { up as leasing } from './026-leasing';
import { up as rounds } from './027-rounds';
import { up as equipment } from './028-equipment';
import { up as references } from './029-references';
import { up as initials } from './030-initials';
import { up as leaving } from './031-leaving';
import { up as policies } from './023-policies';

/** Every migration by its name, in order. They only go forward, and one that was run is never changed. */
export const migrations: { name: string; up: string[] }[] = [
  { name: '001-thin-walk', up: thinWalk },
  { name: '002-people', up: people },
  { name: '003-carrying', up: carrying },
  { name: '004-costs', up: costs },
  { name: '005-frame', up: frame },
  { name: '006-words', up: words },
  { name: '007-hold', up: hold },
  { name: '008-payments', up: payments },
  { name: '009-tries', up: tries },
  { name: '010-sealed-days', up: sealedDays },
  { name: '011-codes', up: codes },
  { name: '012-askers', up: askers },
  { name: '013-figures', up: figures },
  { name: '014-deeper', up: deeper },
  { name: '015-outcomes', up: outcomes },
  { name: '016-staff', up: staff },
  { name: '017-companies', up: companies },
  { name: '018-register', up: register },
  { name: '019-places', up: places },
  { name: '020-addresses', up: addresses },
  { name: '021-limits', up: limits },
  { name: '022-cover', up: cover },
  { name: '023-policies', up: policies },
  { name: '024-lines', up: lines },
  { name: '025-assistance', up: assistance },
  { name: '026-leasing', up: leasing },
  { name: '027-rounds', up: rounds },
  { name: '028-equipment', up: equipment },
  { name: '029-references', up: references },
  { name: '030-initials', up: initials },
  { name: '031-leaving', up: leaving },
];
