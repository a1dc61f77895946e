<script setup lang="ts">
import type { Agreement, AgreementSigned, OfferShown } from '@fieldchalk/contracts';
import {
  firstOfWords,
  moreWords,
  offerTitle,
  type Plan,
  priceWords,
  scopeLines,
  unpricedIn,
} from '@fieldchalk/core';
import { useSessionStorage } from '@vueuse/core';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { makeAgreement, makeOffer } from '../documents/makeSheets.ts';
import { useMaking } from '../documents/making.ts';
import MakingProgress from '../documents/MakingProgress.vue';
import PdfKeys from '../documents/PdfKeys.vue';
import SheetPictures from '../documents/SheetPictures.vue';
import ChoiceField from '../fields/ChoiceField.vue';
import NumberField from '../fields/NumberField.vue';
import WordsField from '../fields/WordsField.vue';
import AgreedList from '../offers/AgreedList.vue';
import MissingPrices from '../offers/MissingPrices.vue';
import NewOption from '../offers/NewOption.vue';
import { OfferWork } from '../offers/offerWork.ts';
import OptionList from '../offers/OptionList.vue';
import { unpricedWords } from '../offers/unpricedWords.ts';
import { call } from '../session/api.ts';
import { useSession } from '../stores/session.ts';
import { today } from '../words/today.ts';
import type { Offered, Stored } from '../worker/answer.ts';

/** What the customer is offered: the work at its price, options they may take, and once something is agreed, what changes of it. Signed, it stands. */
const session = useSession();
const route = useRoute();
const job = computed(() => String(route.params['job']));
const taken = useSessionStorage<readonly string[]>(`fieldchalk.taken.${job.value}`, []);
const reason = useSessionStorage(`fieldchalk.reason.${job.value}`, '');
const paper = ref<'letter' | 'a4'>('letter');
const papers = [
  { value: 'letter', says: 'Letter' },
  { value: 'a4', says: 'A4' },
] as const;

const agreements = shallowRef<readonly Agreement[]>([]);
const last = computed(() => agreements.value[0] ?? null);
const agreed = shallowRef<Stored | null>(null);
const isReady = ref(false);
const isKnown = ref(false);
async function fetchAgreements() {
  const own = await call<Agreement[]>('GET', `/jobs/${job.value}/agreements`);
  const [newest] = own;
  agreed.value = newest
    ? {
        ...(await call<Stored>('GET', `/jobs/${job.value}/agreements/${newest.number}/plan`)),
        cents: newest.cents,
      }
    : null;
  agreements.value = own;
  isKnown.value = true;
}
const { progress, problem, words, run } = useMaking();
onMounted(() => {
  fetchAgreements().catch((error: unknown) => (problem.value = (error as Error).message));
  session
    .prepare()
    .catch(() => undefined)
    .finally(() => (isReady.value = true));
});

const work = new OfferWork();
onBeforeUnmount(() => work.stop());
const figures = shallowRef<Offered | null>(null);
const figuresOf = shallowRef<Plan | null>(null);
watch(
  [() => session.plan, taken, agreed, isKnown],
  async () => {
    const { plan } = session;
    if (!plan || !isKnown.value) return;
    const own = await work.offer(plan, taken.value, agreed.value).catch((error: unknown) => {
      problem.value = (error as Error).message;
      return null;
    });
    if (!own) return;
    figures.value = own;
    figuresOf.value = plan;
  },
  { immediate: true },
);
const offer = computed(() => figures.value?.offer ?? null);
const order = computed(() => figures.value?.order ?? null);
/** What is ticked and fits, as it stands this moment: its figures may be on their way still. */
const takes = computed(() => {
  const misfits = offer.value?.options.filter((o) => o.wrong !== '').map((o) => o.id) ?? [];
  return taken.value.filter((id) => session.plan?.options[id] && !misfits.includes(id));
});
const unpriced = computed(() => (offer.value ? unpricedIn(offer.value, order.value) : []));
const atLeast = (cents: number, { length }: readonly unknown[]) =>
  length > 0 ? `at least ${priceWords(cents)}` : priceWords(cents);
const missing = computed(() => (offer.value ? unpricedIn(offer.value, order.value, true) : []));
const chosen = computed(() => offer.value?.options.filter((o) => o.isTaken && o.cents !== null) ?? []);
const title = computed(() => offerTitle((last.value?.number ?? 0) + 1));
const isNothing = computed(() => order.value !== null && order.value.comparison.words.length === 0);

const made = shallowRef<OfferShown | null>(null);
/** What the page was made of; null for one that is signed. */
const madeOf = shallowRef<{ plan: Plan; asked: string } | null>(null);
const askedNow = computed(() => JSON.stringify([takes.value, reason.value.trim(), paper.value]));
const isStale = computed(
  () =>
    madeOf.value !== null && (madeOf.value.plan !== session.plan || madeOf.value.asked !== askedNow.value),
);
const isEmpty = computed(() => session.plan !== null && scopeLines(session.plan).length === 0);
const isUnsent = computed(() => session.saving !== 'saved');
async function make() {
  const { plan } = session;
  if (!plan) return;
  const asked = askedNow.value;
  const done = await run((told) =>
    makeOffer(
      job.value,
      {
        ...{ paper: paper.value, turned: 'portrait', day: today() },
        ...{ taken: [...takes.value], reason: reason.value.trim() },
      },
      told,
    ),
  );
  if (!done) return;
  made.value = done;
  madeOf.value = { plan, asked };
}
const signer = ref('');
const said = ref('');
async function sign() {
  const page = made.value;
  if (!page) return;
  said.value = '';
  const signed = await run(() =>
    call<AgreementSigned>('POST', `/jobs/${job.value}/agreements`, {
      made: page.made,
      signer: signer.value,
    }),
  );
  if (!signed) return;
  [signer.value, reason.value, taken.value] = ['', '', []];
  [made.value, madeOf.value] = [null, null];
  const { left } = signed;
  said.value =
    left === ''
      ? `Agreed for ${priceWords(signed.cents)}.`
      : `Agreed, but an option is not in the job: it ${left}`;
  await fetchAgreements().catch((error: unknown) => (problem.value = (error as Error).message));
  await show(signed.number);
}
async function takeBack(number: number) {
  const done = await run(async () => {
    await call('DELETE', `/jobs/${job.value}/agreements/${number}`);
    return true;
  });
  if (!done) return;
  [made.value, madeOf.value] = [null, null];
  said.value = `${offerTitle(number)} is taken back. What became part of the job with it stays.`;
  await fetchAgreements().catch((error: unknown) => (problem.value = (error as Error).message));
}
async function show(number: number) {
  const done = await run((told) =>
    makeAgreement(job.value, number, { paper: paper.value, turned: 'portrait' }, told),
  );
  if (!done) return;
  made.value = done;
  madeOf.value = null;
}
const fileName = computed(
  () => `${session.plan?.job.name ?? 'Job'}, ${offerTitle(made.value?.number ?? 1)}.pdf`,
);
const say = (changes: Partial<Plan['proposal']>) => session.edit('setProposal', { changes });
</script>

<template>
  <section class="mx-auto max-w-7xl p-4">
    <header class="mb-3 flex flex-wrap items-center gap-3">
      <h2 class="text-2xl font-bold">{{ title }}</h2>
      <button
        class="key key-main"
        type="button"
        :disabled="progress !== null || isUnsent || !isReady || !offer || (isEmpty && !last)"
        @click="make"
      >
        {{ madeOf ? 'Make the page again' : 'Make the page' }}
      </button>
      <PdfKeys v-if="made" :job="job" :made="made.made" :file="fileName" />
      <p v-if="isEmpty && !last" class="text-sm text-quiet">
        There is nothing to offer yet: no device and no circuit is placed.
      </p>
      <p v-else-if="isUnsent" class="text-sm text-quiet">It is made once the last change is saved.</p>
    </header>
    <MakingProgress :progress="progress" :words="words" :problem="problem" />
    <p v-if="said" role="status" class="mb-3 border-l-4 border-chalk p-2" data-said>{{ said }}</p>
    <p v-if="isStale && !progress" class="mb-3 border-l-4 border-chalk p-2" role="status">
      The job or what is chosen has changed since this page was made.
    </p>
    <div class="grid gap-6 md:grid-cols-[24rem_minmax(0,1fr)]">
      <fieldset class="min-w-0" :disabled="!isReady">
        <legend class="sr-only">What is offered</legend>
        <p v-if="!offer && problem === ''" class="text-quiet">Working it out…</p>
        <template v-else-if="offer">
          <section aria-label="Price" data-figures>
            <template v-if="order">
              <div class="row">
                <span>Agreed before</span><b>{{ priceWords(order.before) }}</b>
              </div>
              <div class="row">
                <span>This change</span
                ><b data-difference>{{ unpriced.length > 0 ? '' : moreWords(order.difference) }}</b>
              </div>
              <div class="row text-lg font-bold">
                <span>Agreed with it</span
                ><b data-total>{{ unpriced.length > 0 ? '' : priceWords(order.after) }}</b>
              </div>
              <ul v-if="order.comparison.words.length > 0" class="mt-2 list-disc pl-5 text-sm">
                <li v-for="w in order.comparison.words" :key="w">{{ w }}</li>
              </ul>
              <p v-else class="mt-2 text-quiet">Nothing is otherwise than agreed.</p>
            </template>
            <template v-else>
              <div class="row">
                <span>The work</span><b>{{ atLeast(offer.price, offer.unpriced) }}</b>
              </div>
              <div v-for="o in chosen" :key="o.id" class="row">
                <span>{{ o.name }}</span><b>{{ o.unpriced.length > 0 ? '' : moreWords(o.cents ?? 0) }}</b>
              </div>
              <div class="row text-lg font-bold">
                <span>All together</span><b data-total>{{ atLeast(offer.total, unpriced) }}</b>
              </div>
              <p v-if="offer.wrong" class="mt-1 text-sm text-trouble">
                These options do not go together: one {{ offer.wrong }}
              </p>
              <p
                v-else-if="chosen.length > 1 && unpriced.length === 0 && offer.together !== offer.total"
                class="mt-1 text-sm text-quiet"
              >
                Worked out together they come to {{ priceWords(offer.together ?? 0) }}: what they share is
                counted once. The page has the sum.
              </p>
            </template>
            <p v-if="unpriced.length > 0" class="mt-1 text-sm text-trouble" data-unpriced>
              {{ unpricedWords(unpriced) }} The page is a draft until all of it has a price.
            </p>
          </section>
          <h3 class="heading">Options</h3>
          <p v-if="offer.options.length === 0" class="text-sm text-quiet">None is offered.</p>
          <OptionList v-model:taken="taken" :options="offer.options" />
          <MissingPrices :items="missing" :job="job" />
        </template>
        <NewOption />
        <WordsField v-if="last" v-model="reason" class="mt-3" label="Why something is otherwise" :rows="2" />
        <section v-else class="mt-3 grid gap-2" aria-label="On the page">
          <WordsField
            label="Words before the work"
            :model-value="session.plan?.proposal.opening ?? ''"
            @update:model-value="(opening) => say({ opening })"
          />
          <WordsField
            label="Not in the price"
            :model-value="session.plan?.proposal.excluded ?? ''"
            @update:model-value="(excluded) => say({ excluded })"
          />
          <NumberField
            class="w-40"
            label="Holds for, days"
            whole
            :min="1"
            :max="365"
            :model-value="session.plan?.proposal.validDays ?? 30"
            @update:model-value="(validDays) => say({ validDays })"
          />
        </section>
        <ChoiceField v-model="paper" class="mt-3 w-40" label="Paper" :options="papers" />
        <AgreedList
          v-if="agreements.length > 0"
          class="mt-5"
          :agreements="agreements"
          :is-busy="progress !== null"
          @show="show"
          @take-back="takeBack"
        />
      </fieldset>
      <div v-if="made" class="max-md:order-first">
        <form
          v-if="madeOf && made.unpriced.length === 0"
          class="mb-3 flex flex-wrap items-end gap-2 border-l-4 border-rule pl-3"
          aria-label="Sign"
          @submit.prevent="sign"
        >
          <label class="min-w-40 flex-1">
            <span class="text-sm text-quiet">Signed by, as on the page</span>
            <input
              v-model.trim="signer"
              class="field text-base"
              maxlength="120"
              required
              autocomplete="off"
            />
          </label>
          <button class="key key-main" :disabled="isStale || progress !== null || isNothing">
            It is signed
          </button>
          <p class="w-full text-sm text-quiet">
            Once the customer has signed. It is kept as it stands here for
            {{ priceWords(made.cents)
            }}{{ takes.length > 0 ? ', and the options taken become part of the job' : '' }}.
          </p>
        </form>
        <p v-else-if="madeOf" class="mb-3 border-l-4 border-chalk p-2" role="status" data-draft>
          This is a draft, and says so: there is no price yet for {{ firstOfWords(made.unpriced) }}. Once all
          of it has a price it can be signed.
        </p>
        <SheetPictures :job="job" :sheets="made" />
      </div>
      <p v-else-if="!progress" class="max-w-prose text-lg text-quiet">
        <template v-if="last">
          What is otherwise than agreed becomes a change order: what is done, both prices, the material, and
          the drawing with clouds. Nothing of your own cost is on it.
        </template>
        <template v-else>
          The page for the customer: the work room by room, the options they may choose, and the price. What
          it costs you, your hours and your profit stay off it. Once it is signed, later changes become change
          orders.
        </template>
      </p>
    </div>
  </section>
</template>
