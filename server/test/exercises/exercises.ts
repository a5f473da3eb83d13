/** What an exercise of CONTRIBUTING does: files that it makes, and lines that it puts into files that are there. */
export interface Exercise {
  name: string;
  makes: Record<string, string>;
  /** In a file, what goes right behind a piece of its text. */
  puts: { file: string; behind: string; text: string }[];
}

export const EXERCISES: Exercise[] = [
  {
    name: 'A kind of income',
    makes: {
      'core/src/means/income/kinds/honoraria.ts': `import { say } from '../../../basis/words/index';
import type { KindOfIncome } from './kind';
import { variableKind } from './variable';

export const honoraria: KindOfIncome = variableKind({ label: 'Honoraria', meaning: say('income.honoraria') });
`,
    },
    puts: [
      { file: 'core/src/means/income/kinds/index.ts', behind: "import { support } from './support';\n", text: "import { honoraria } from './honoraria';\n" },
      { file: 'core/src/means/income/kinds/index.ts', behind: '  subsidy,\n', text: '  honoraria,\n' },
      { file: 'words/src/en.json', behind: '"income": {\n', text: '    "honoraria": "What is given for talks and lessons.",\n' },
      {
        file: 'server/data/products/tools-gear.json',
        behind: '"income": {"basis": "net", "grossUp": 0, "heldMonths": 3',
        text: ', "kinds": {"honoraria": {"share": 0.5, "historyMonths": 6, "ends": "question", "why": "Half of them count, over six months."}}',
      },
    ],
  },
  {
    name: 'An outside check',
    makes: {
      'core/src/evidence/checks/kinds/deceased.ts': `import { say } from '../../../basis/words/index';
import { BIRTH_DATE, NAME, type KindOfCheck } from './kind';

/** Whether somebody is in the register of deaths. */
export const deceased: KindOfCheck = {
  label: 'Register of deaths',
  of: 'person',
  needs: [NAME, BIRTH_DATE],
  finds: 'fields',
  nothing: say('checks.nothingCompared'),
  settledBy: 'officer',
  resolutions: ['differentPerson', 'samePerson'],
  says: (_finding, name) => say('checks.inRegisterOfDeaths', { name }),
};
`,
      'server/src/checks/kinds/deceased.ts': `import { WatchlistAnswer } from '@cavren/contract';
import { ask } from '../../outside/index';
import type { AskService } from './kind';

export const deceased: AskService = async ({ checkId, person, outside }) => {
  const { entries } = await ask({
    service: 'The register of deaths',
    url: \`\${outside.watchlist}/candidates\`,
    body: { fullName: person.fullName ?? '' },
    answer: WatchlistAnswer,
    idempotencyKey: checkId,
  });
  return entries.slice(0, 0).map(({ name }) => ({ kind: 'candidate', label: name, stated: null, found: null, agrees: false, score: null, reasons: [] }));
};
`,
    },
    puts: [
      { file: 'core/src/file/product/product.ts', behind: "export const CHECK_KINDS = ['identity'", text: ", 'deceased'" },
      { file: 'core/src/evidence/checks/kinds/index.ts', behind: "import { identity } from './identity';\n", text: "import { deceased } from './deceased';\n" },
      { file: 'core/src/evidence/checks/kinds/index.ts', behind: 'KindOfCheck> = { identity', text: ', deceased' },
      { file: 'server/src/checks/kinds/index.ts', behind: "import { identity } from './identity';\n", text: "import { deceased } from './deceased';\n" },
      { file: 'server/src/checks/kinds/index.ts', behind: 'AskService> = { identity', text: ', deceased' },
      {
        file: 'words/src/en.json',
        behind: '"checks": {\n',
        text: '    "inRegisterOfDeaths": "{name} may be in the register of deaths: is it somebody else?",\n',
      },
      {
        file: 'server/data/products/tools-gear.json',
        behind: '"checks": {"with": [\n',
        text: '    {"kind": "deceased", "label": "Register of deaths", "roles": ["applicant"], "why": "Nobody applies in the name of the dead."},\n',
      },
    ],
  },
  {
    name: 'A subject of conditions',
    makes: {
      'core/src/evidence/conditions/subjects/vehicle.ts': `import type { ConditionSubjectKind } from './subject';

/** Every vehicle that is named. */
export const vehicle: ConditionSubjectKind = {
  label: 'Every vehicle',
  asked: (file, rule) =>
    file.vehicles.map(({ id, make, plate, createdAt }) => ({
      key: \`\${rule.code}:\${id}\`,
      rule,
      personId: null,
      about: [make, plate].filter(Boolean).join(' '),
      since: createdAt,
    })),
};
`,
    },
    puts: [
      { file: 'core/src/file/product/product.ts', behind: "export const CONDITION_SUBJECTS = [\n  'signer',\n", text: "  'vehicle',\n" },
      {
        file: 'core/src/evidence/conditions/subjects/index.ts',
        behind: "import { signer } from './signer';\n",
        text: "import { vehicle } from './vehicle';\n",
      },
      { file: 'core/src/evidence/conditions/subjects/index.ts', behind: 'ConditionSubjectKind> = {\n  signer,\n', text: '  vehicle,\n' },
      {
        file: 'server/data/products/tools-gear.json',
        behind: '"conditions": {"with": [\n',
        text: '    {"code": "registration", "subject": "vehicle", "label": "Registration", "acceptable": ["Registration paper"], "why": "Tools are carried in it."},\n',
      },
    ],
  },
  {
    name: 'A chapter with rows',
    makes: {
      'core/src/means/boats/fields.ts': `import { describeDetail, money, text, type RowOf } from '../../basis/detail/index';

export const BOAT = describeDetail({
  word: 'boat',
  chapter: 'boats',
  part: 'boats',
  table: 'boat',
  fields: { name: text('Name of the boat', 80), value: money('What it is worth') },
});
export type Boat = RowOf<typeof BOAT>;
`,
      'server/src/db/migrations/900-boats.ts': `export const up: string[] = [
  \`CREATE TABLE boat (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    name VARCHAR(80) NULL,
    value BIGINT NULL,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )\`,
];
`,
      'web/src/boats/chapter.ts': `import type { ChapterPage } from '../file/index';

export const chapter: ChapterPage = { codes: ['boats'], load: () => import('./BoatsChapter.vue') };
`,
      'web/src/boats/BoatsChapter.vue': `<script setup lang="ts">
import { Rows, type ChapterProps } from '../file/index';

defineProps<ChapterProps>();
</script>

<template>
  <section>
    <h2>Boats</h2>
    <Rows entity="boat" :rows="file.boats" :columns="[{ field: 'name' }, { field: 'value' }]" add-label="Boat" :locked="locked" empty="No boats were named." />
  </section>
</template>
`,
    },
    puts: [
      { file: 'core/src/file/details/catalogue.ts', behind: "from '../../lending/uses/fields';\n", text: "import { BOAT } from '../../means/boats/fields';\n" },
      { file: 'core/src/file/details/catalogue.ts', behind: '  asset: ASSET,\n', text: '  boat: BOAT,\n' },
      { file: 'core/src/file/product/product.ts', behind: "  'worth',\n", text: "  'boats',\n" },
      { file: 'core/src/file/product/product.ts', behind: "  worth: 'Worth',\n", text: "  boats: 'Boats',\n" },
      { file: 'server/src/db/migrations/index.ts', behind: "from './001-thin-walk';\n", text: "import { up as boats } from './900-boats';\n" },
      { file: 'server/src/db/migrations/index.ts', behind: "{ name: '007-hold', up: hold },\n", text: "  { name: '900-boats', up: boats },\n" },
    ],
  },
];
