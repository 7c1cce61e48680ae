import type { AgainstAccepting } from '../../quote/index.ts';
import { countOf, formatShare, listOf } from '../../units/index.ts';
import { formatFadingSlowed } from '../filmWords.ts';

const panes = (labels: readonly string[]) => `${labels.length === 1 ? 'pane' : 'panes'} ${listOf(labels)}`;
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const against: Readonly<Record<AgainstAccepting, string>> = {
  accepted: 'This quote has been accepted already.',
  otherAccepted: 'Another quote of this job was accepted; what changes it is offered as a change to that.',
  newer: 'There is a newer quote for this job; only that one can be accepted.',
  ranOut: 'This quote has run out. Ask for a new one.',
  noOption: 'This quote has no such choice.',
};

/**
 * All that a customer reads of a quote, on paper and on their page, in English. Another language is another object of this
 * shape; money, days, sizes and shares come in formatted, or are formatted by the person's locale.
 */
export const ENGLISH = {
  films: {
    keepsOut: (share: number) => `Keeps out ${formatShare(share)} of the sun’s heat that comes in now.`,
    daylight: (share: number) => `The room gets ${formatShare(share)} of the daylight it has now.`,
    asLight: 'The room stays as light as it is.',
    fading: (share: number) =>
      `Furniture and books fade more slowly, by ${formatFadingSlowed(share)}; nothing stops it.`,
    covers: 'Nobody sees in or out through it, by day or by night.',
    privateByDay: 'By day nobody looks in from outside; with the lamps on they can.',
    frost: 'In hard frost the inside of the glass may get wet.',
    /** `null`: so little that no meter on site finds it. */
    uvLeft: (share: number | null) => `UV left: ${share === null ? 'hardly any' : formatShare(share)}.`,
  },
  cautions: {
    seams: (labels: readonly string[]) =>
      `${capital(panes(labels))}: the glass is wider than film is made, so there is a seam. From near it shows.`,
    warmsGlass: (films: readonly string[]) =>
      `${listOf(films)}: the sun warms the glass more with it. We check that with the film’s maker before we fit it.`,
    warranty: 'Ask whoever made or fitted the glass whether film changes their warranty.',
    mirror: 'By day nobody looks in where it is brighter outside; with the lamps on in the evening they can.',
    wayOut:
      'A way out stays one: doors and windows people must get through are not made harder to break or open.',
    fading: 'Film slows fading; nothing stops it.',
  },
  afterwards: {
    wet: (days: number) =>
      `Haze and small water pockets are normal while the film dries, up to ${countOf(days, 'day')}. Do not press on it or wash it until then. You get a care sheet.`,
    dry: 'The film holds at once. You get a care sheet.',
  },
  notIncluded: [
    'Repairs of glass, frames and seals, and painting.',
    'Moving heavy furniture; blinds and curtains are taken down only if we agreed on it.',
  ],
  /** What is other since an offer, in parts of a sentence. */
  differences: {
    added: (labels: readonly string[]) => `${panes(labels)} ${labels.length === 1 ? 'is' : 'are'} new`,
    gone: (labels: readonly string[]) => `${panes(labels)} ${labels.length === 1 ? 'is' : 'are'} gone`,
    size: (labels: readonly string[]) =>
      `${panes(labels)} ${labels.length === 1 ? 'has' : 'have'} another size`,
    film: (labels: readonly string[]) =>
      `${panes(labels)} ${labels.length === 1 ? 'is' : 'are'} to have another film`,
    seams: (labels: readonly string[]) =>
      `${panes(labels)} ${labels.length === 1 ? 'has' : 'have'} other seams`,
    toPay: (was: string, now: string, apart: string, way: 'less' | 'more') =>
      `To pay was ${was}, it is now ${now}: ${apart} ${way}.`,
    nothing: 'nothing',
  },
  price: {
    fitted: 'Film, fitted',
    discount: (because: string) => `Discount${because && `, ${because}`}`,
    beforeTax: 'Before tax',
    tax: (share: string) => `Tax, ${share}`,
    toPay: 'To pay',
    ofWhichTax: (share: string) => `of which tax, ${share}`,
    onOrdering: 'Of that on ordering',
  },
  against,
  paper: {
    kind: { quote: 'Quote', changeOrder: 'Change order' },
    title: (kind: string, number: string, job: string) => `${kind} ${number}: ${job}`,
    forWhom: (who: string, day: string, until: string) => `For ${who}. ${day}, holds until ${until}.`,
    changesSince: (number: string) => `What changes since quote ${number}, which was accepted`,
    yourWindows: 'Your windows',
    byDay: 'By day, from inside',
    inTheEvening: 'In the evening, from the street',
    whatItDoes: 'What the film does',
    filmOn: (film: string, labels: readonly string[]) => `${film}, on ${panes(labels)}`,
    covers: 'What it covers, and what it costs',
    paneHead: { pane: 'Pane', where: 'Where', film: 'Film', glass: 'Glass', seams: 'Seams' },
    noSeams: 'none',
    choiceHead: { choice: 'Your choice', films: 'Films', toPay: 'To pay' },
    pleaseMind: 'Please mind',
    ofChoice: (title: string, choice: string) => `${title}: ${choice}`,
    notIncluded: 'Not included',
    afterwards: 'Afterwards',
    terms: 'Terms',
    accepted: (choice: string) => `Accepted: ${choice}`,
    ordered: 'Ordered',
    date: 'Date',
  },
  page: {
    fetching: 'Fetching your quote',
    notWhole: 'This link is not whole. Open it again as it was sent to you, with all its letters.',
    whatChanges: 'What changes',
    whatIsOffered: 'What is offered',
    choice: 'Choice',
    when: 'When and from where',
    byDay: 'By day, inside',
    inTheEvening: 'In the evening, from the street',
    sizes: (panesInAll: number) =>
      `${panesInAll === 1 ? 'The pane' : `All ${panesInAll} panes`} with sizes and seams`,
    seams: (seams: number) => (seams === 1 ? 'one seam' : `${seams} seams`),
    accept: 'Accept',
    acceptWhat: (choice: string | null, toPay: string) => `Accept${choice ? ` ${choice}` : ''}, ${toPay}`,
    signs: (kind: string, number: string) => `Accept ${kind.toLowerCase()} ${number}`,
    agreesTo: (choice: string | null, toPay: string, onOrdering: string | null) =>
      `${choice ? `${choice}: ` : ''}${toPay} to pay${onOrdering ? `, of that ${onOrdering} on ordering` : ''}.`,
    acceptedBy: (name: string, moment: string, choice: string | null, shop: string) =>
      `Accepted by ${name}, ${moment}${choice ? `: ${choice}` : ''}. ${shop} will be in touch about the day.`,
    questions: 'Questions',
    noAnswerYet: 'The answer will stand here.',
    yourQuestion: 'Your question',
    yourName: 'Your name',
    send: 'Send the question',
  },
  signing: {
    name: 'Name',
    here: 'Sign here',
    whoSigns: 'Who signs?',
    inTheField: 'Sign in the field.',
    clear: 'Clear',
    cancel: 'Cancel',
  },
};

export type CustomerTexts = typeof ENGLISH;
