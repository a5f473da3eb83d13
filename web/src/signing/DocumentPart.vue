<script setup lang="ts">
import {
  envelopeOf,
  isApproved,
  latestSigned,
  personName,
  reachedHow,
  SIGNED_IN,
  signersOfDocument,
  STAGE_LABEL,
  titleOf,
  writePhone,
  type FilePerson,
  type SignedDocument,
  type Signer,
} from '@cavren/core';
import { computed, ref } from 'vue';
import { offerActs, ReasonDialog, WillHappen } from '../acts/index';
import { useEditing, useShown, type ChapterProps } from '../file/index';
import { Mark } from '../look/index';
import { PdfPages } from '../papers/index';
import { useDesk } from '../session/index';
import { sayWithin, useSay } from '../words/index';

const say = useSay();

const { showTime } = useShown();
/** One document of a file: sent, signed in order, sealed, taken back. */
const props = defineProps<ChapterProps & { document: SignedDocument }>();
const editing = useEditing();
const desk = useDesk();
const unlocking = ref(false);
const showing = ref(false);
const envelope = computed(() => envelopeOf(props.file, props.document));
const title = computed(() => titleOf(props.file, props.document));
const stage = computed(() => SIGNED_IN[props.document]);
/** Its PDF, as it now is. */
const url = computed(() => `${editing.url}/agreement?document=${props.document}`);
const live = computed(() => envelope.value !== null && envelope.value.state !== 'void');
/** Whether there is an agreement to look at yet. */
const there = computed(() => live.value && envelope.value?.state !== 'making');
const nameOf = (signer: Signer): string => {
  const person = props.file.people.find(({ id }) => id === signer.personId);
  return person ? personName(person) : '';
};
/** Whose signature comes before somebody's. */
function waitsFor({ position }: Signer): string {
  const before = envelope.value?.signers.find((signer) => signer.position === position - 1);
  return before ? `waits for ${nameOf(before)}` : 'not invited yet';
}
/** Who is asked to sign, in their order. */
const order = computed(() => signersOfDocument(props.file, props.document));
const reach = (person: FilePerson): string => {
  const { email, phone } = person;
  return [
    email ? `a link by e-mail to ${email}` : 'no e-mail yet',
    phone ? `a code by text to ${writePhone(phone, props.file.pack.phoneRegion)}` : 'no phone yet',
    ...reachedHow(person, props.file.pack).map((one) => say(one)),
  ].join(', ');
};
const happens = computed(() => [
  { what: 'Made from', to: `the file as it stands now: ${title.value}` },
  ...order.value.map((person, at) => ({
    what: `Signer ${at + 1}`,
    to: `${personName(person)}: ${reach(person)}${at > 0 ? ', once the one before has signed' : ''}`,
  })),
  { what: 'Locks', to: 'the details of the file, until it is signed or unlocked again' },
]);
const sending = ref(false);
/** Whether the details were approved, so that taking the agreement back doesn’t open them. */
const fixed = computed(() => isApproved(props.file));
const sendWaits = computed(() => {
  if (props.file.stage !== stage.value) return `the file to come to ${STAGE_LABEL[stage.value].toLowerCase()}`;
  const bar = props.path.now.find(({ gate }) => gate !== stage.value);
  return bar ? sayWithin(say, bar.what) : null;
});
offerActs(() =>
  !live.value && desk.may('agreement.send') && (props.file.stage === stage.value || props.document === 'agreement')
    ? [{ name: 'Send for signature', key: 'A', waits: sendWaits.value, run: () => (sending.value = true) }]
    : [],
);
</script>

<template>
  <div>
    <section class="block">
      <h2>{{ title }}</h2>
      <template v-if="!live">
        <v-alert v-if="envelope?.state === 'void'" class="note ember my-2" role="note">
          The {{ document }} sent {{ showTime(envelope.sentAt) }} was taken back: “{{ envelope.voidReason }}”. What was signed no longer counts.
        </v-alert>
        <p class="my-2">
          The {{ document }} is made from the file as it stands now. Sending it locks the details and invites the signers one after the other: a link, and a
          code by text to the phone in the file.
        </p>
        <p class="row-actions">
          <v-btn
            v-if="desk.may('agreement.send')"
            variant="flat"
            :data-anchor="document === 'agreement' ? 'send' : 'send.application'"
            title="Alt+A"
            :disabled="sendWaits !== null"
            @click="sending = true"
          >
            Send the {{ document }} …
          </v-btn>
          <span v-if="sendWaits" class="soft">waits for {{ sendWaits }}</span>
        </p>
      </template>
      <template v-else-if="envelope">
        <v-alert class="note my-2" :class="envelope.state === 'complete' ? 'lichen' : 'iris'" tabindex="-1" :data-anchor="envelope.state" role="status">
          <Mark :kind="envelope.state === 'complete' ? 'settled' : 'signing'" />
          <template v-if="envelope.state === 'complete'">Everyone signed; sealed {{ showTime(envelope.completedAt) }}.</template>
          <template v-else-if="envelope.state === 'making'">
            The {{ document }} is being made from the file as {{ envelope.sentBy }} sent it {{ showTime(envelope.sentAt) }}; then the first signer is invited.
            The details are locked.
          </template>
          <template v-else-if="envelope.state === 'sealing'">Everyone signed; the {{ document }} is being sealed.</template>
          <template v-else>Out for signature since {{ showTime(envelope.sentAt) }}, sent by {{ envelope.sentBy }}. The details are locked.</template>
        </v-alert>
        <v-table>
          <thead>
            <tr>
              <th scope="col">Order</th>
              <th scope="col">Signer</th>
              <th scope="col">State</th>
              <th scope="col">Invited</th>
              <th scope="col">Agreed to e-papers</th>
              <th scope="col">Read to the end</th>
              <th scope="col">Signed</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="signer in envelope.signers" :key="signer.id" tabindex="-1" :data-anchor="signer.id">
              <td>{{ signer.position }}</td>
              <td>{{ nameOf(signer) }}</td>
              <td>
                <Mark :kind="signer.state === 'signed' ? 'settled' : signer.state === 'invited' ? 'signing' : 'waiting'" />
                {{
                  signer.state === 'signed'
                    ? signer.mark === 'typed'
                      ? 'signed by typed name'
                      : 'signed by hand'
                    : signer.state === 'invited'
                      ? 'invited'
                      : waitsFor(signer)
                }}
              </td>
              <td>{{ showTime(signer.invitedAt) }}</td>
              <td>{{ showTime(signer.consentedAt) }}</td>
              <td>{{ showTime(signer.readAt) }}</td>
              <td>
                {{ showTime(signer.signedAt) }}
                <span v-if="signer.markText" class="d-block font-italic">{{ signer.markText }}</span>
                <img
                  v-else-if="signer.mark === 'drawn'"
                  class="mark-drawn d-block"
                  :src="`${editing.url}/signers/${signer.id}/mark`"
                  :alt="`Mark of ${nameOf(signer)}`"
                />
                <span v-if="signer.choice" class="soft text-small d-block">{{ signer.choice }}</span>
              </td>
            </tr>
          </tbody>
        </v-table>
        <p class="row-actions mt-3">
          <v-btn v-if="there" size="small" @click="showing = !showing">{{ showing ? `Fold the ${document}` : `Look at the ${document}` }}</v-btn>
          <a v-if="there" :href="url" target="_blank" rel="noopener">Open the {{ envelope.state === 'complete' ? 'sealed ' : '' }}PDF</a>
          <router-link v-if="desk.may('outbox.read')" :to="`/outbox?reference=${file.reference}`">Messages in the Outbox</router-link>
          <v-btn
            v-if="desk.may('agreement.void') && latestSigned(file)?.id === envelope.id && ['applying', 'signing', 'gathering'].includes(file.stage)"
            size="small"
            variant="text"
            color="error"
            @click="unlocking = true"
          >
            {{ fixed ? `Take the ${document} back` : 'Unlock the file' }}
          </v-btn>
        </p>
        <div v-if="showing && there" class="measure mt-3"><PdfPages :url="url" :label="title" /></div>
      </template>
    </section>
    <WillHappen v-model="sending" title="Send for signature" :happens="happens" :confirm="`Send the ${document}`" :run="() => editing.act('/agreement')" />
    <ReasonDialog
      v-model="unlocking"
      :title="fixed ? `Take the ${document} back` : 'Unlock the file'"
      :text="`Everything that was signed is void, and everyone who was asked is told. A new ${document} has to be sent.${fixed ? ' The details stay as they were approved: to change them an approver takes the approval back.' : ''}`"
      label="Why"
      :confirm="fixed ? 'Take back and void' : 'Unlock and void'"
      :run="(reason) => editing.act('/agreement/void', { reason })"
    />
  </div>
</template>

<style scoped>
.mark-drawn {
  height: 28px;
  background: #fff;
}
</style>
