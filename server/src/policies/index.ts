import { AnswerPolicyChange, CollectPremium, EndPolicy, FileAnswer, Id, IssuePolicy, ProposePolicyChange, SendBackPayout } from '@cavren/contract';
import type { FileState, Policy } from '@cavren/core';
import type { Concept } from '../house/index';
import { FileParams, staffFor } from '../http/index';
import { cardsPdf, schedulePdf } from './pdf';
import { PROBLEM } from './problems';
import { policyService, type PolicyService } from './service';
import { policyChangeService, policyChangesOf, policyChangeStore } from './changes';
import { policyOf, policyStore } from './store';

declare module '../house/index' {
  interface Services {
    policies: PolicyService & { papers: typeof papers };
  }
}

/** A policy that was issued; what is only on its way has no papers. */
function issuedOf({ policy }: FileState): Policy {
  if (policy?.number == null) throw PROBLEM.noPolicy();
  return policy;
}
const papers = {
  schedule: (file: FileState) => schedulePdf(file, issuedOf(file)),
  cards(file: FileState) {
    // Cards are carried by persons: things have none.
    if (file.covers.length === 0) throw PROBLEM.noPolicy();
    return cardsPdf(file, issuedOf(file));
  },
};

/** Policies: the first premium, the issue, their papers, their end. */
export const policies: Concept = (app, house) => {
  const store = policyStore(house.db);
  const service = house.offer('policies', { ...policyService(house, store), papers });
  const changeStore = policyChangeStore(house.db);
  const changes = policyChangeService(house, changeStore, service.accountOf);
  house.plug('filePart', {
    name: 'policyChanges',
    empty: { policyChanges: [] },
    load: (fileId, tx) => policyChangesOf(house, changeStore, fileId, tx),
  });
  house.plug('filePart', {
    name: 'policy',
    empty: { policy: null },
    // That the issuing system didn't answer is found out beside the file.
    ofOthers: true,
    async load(fileId, tx) {
      const row = await store.of(fileId, tx);
      if (!row) return { policy: null };
      const { newest, orderOf } = house.services.payments;
      const order = await newest(fileId, 'premium', null, tx);
      const refund = await newest(fileId, 'refund', null, tx);
      return { policy: policyOf(row, order && orderOf(order), refund && orderOf(refund)) };
    },
  });

  app.post('/api/files/:reference/policy/premium', { schema: { params: FileParams, body: CollectPremium, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'policy.issue');
    return service.collect(request.params.reference, request.body.version, actor);
  });
  app.post('/api/files/:reference/policy/issue', { schema: { params: FileParams, body: IssuePolicy, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'policy.issue');
    return service.issue(request.params.reference, request.body.version, actor);
  });
  app.post(
    '/api/files/:reference/policy/send-back',
    { schema: { params: FileParams, body: SendBackPayout, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'policy.issue');
      return service.sendBack(request.params.reference, request.body.version, request.body.question, actor);
    },
  );
  app.post('/api/files/:reference/policy/end', { schema: { params: FileParams, body: EndPolicy, response: { 200: FileAnswer } } }, async (request) => {
    const actor = staffFor(request, 'policy.end');
    return service.end(request.params.reference, request.body, actor);
  });
  app.post(
    '/api/files/:reference/policy/changes',
    { schema: { params: FileParams, body: ProposePolicyChange, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'policy.change');
      return changes.propose(request.params.reference, request.body, actor);
    },
  );
  app.post(
    '/api/files/:reference/policy/changes/:id',
    { schema: { params: FileParams.extend({ id: Id }), body: AnswerPolicyChange, response: { 200: FileAnswer } } },
    async (request) => {
      const actor = staffFor(request, 'policyChange.answer');
      return changes.answer(request.params.reference, request.params.id, request.body, actor);
    },
  );
  for (const paper of ['schedule', 'cards'] as const)
    app.get(`/api/files/:reference/policy/${paper}`, { schema: { params: FileParams } }, async (request, reply) => {
      staffFor(request, 'file.read');
      const { file } = await house.services.files.state({ reference: request.params.reference });
      return reply.type('application/pdf').send(await papers[paper](file));
    });
};
