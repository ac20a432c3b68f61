import type { AnswerFault } from '../../../core/answers/givenAnswer.ts';
import { optionWords } from '../../../core/template/question.ts';
import type { QuestionKind } from '../../../core/template/question.ts';
import { offeredDay } from '../../../core/template/question.ts';
import type { FileFault } from './readFiles.ts';

/** What a recipient reads on their page, in one language. */
export interface PageWords {
  readonly yes: string;
  readonly no: string;
  readonly noDay: string;
  /** A question that was left out. */
  readonly none: string;
  readonly please: (questions: number, until: string) => string;
  readonly pleaseOnce: (questions: number, until: string) => string;
  readonly answeredBefore: (on: string, until: string) => string;
  readonly optional: string;
  readonly chooseFiles: string;
  readonly filesBounds: string;
  readonly consentHint: string;
  readonly addressHint: string;
  readonly send: string;
  readonly goesTo: (practice: string) => string;
  readonly thanks: string;
  readonly received: (practice: string) => string;
  readonly mend: (until: string) => string;
  readonly answered: string;
  readonly answeredWords: (on: string) => string;
  readonly over: string;
  readonly overWords: (until: string) => string;
  readonly withdrawn: string;
  readonly withdrawnWords: string;
  readonly writeTo: (address: string) => string;
  readonly nothing: string;
  readonly wrong: string;
  readonly notYet: (faults: number) => string;
  readonly nothingLost: string;
  readonly tooLarge: string;
  readonly tooOften: string;
  readonly unwell: string;
  readonly fault: Readonly<Record<AnswerFault | FileFault, string>>;
  readonly confirms: (title: string) => string;
  readonly confirmsWords: string;
  readonly corrected: (title: string) => string;
}

const EN: PageWords = {
  yes: 'Yes',
  no: 'No',
  noDay: 'None of these',
  none: '(no answer)',
  please: (questions, until) =>
    `Please answer ${questions === 1 ? 'this question' : `these ${questions} questions`}. You can change your answers until ${until}.`,
  pleaseOnce: (questions, until) =>
    `Please answer ${questions === 1 ? 'this question' : `these ${questions} questions`} by ${until}. Your answers can be sent once.`,
  answeredBefore: (on, until) =>
    `You answered on ${on}. If something has changed, answer again until ${until}: what you send now takes the place of it.`,
  optional: 'optional',
  chooseFiles: 'Choose files or take a picture',
  filesBounds: 'PDF, pictures or office documents, up to 25 MB each and 200 MB in all',
  consentHint: 'Your name here stands for your signature.',
  addressHint: 'One line for each part of the address',
  send: 'Send my answers',
  goesTo: (practice) => `Your answers go to ${practice} alone. You will get a copy by email.`,
  thanks: 'Thank you',
  received: (practice) => `Your answers have reached ${practice}. A copy is on its way to you by email.`,
  mend: (until) => `You can change them here until ${until}.`,
  answered: 'Answered',
  answeredWords: (on) => `Your answers of ${on} have reached us. They can no longer be changed here.`,
  over: 'Too late to answer here',
  overWords: (until) => `These questions could be answered until ${until}.`,
  withdrawn: 'No longer asked',
  withdrawnWords: 'We have withdrawn these questions. Nothing needs to be done.',
  writeTo: (address) => `Please write to ${address} if something has changed.`,
  nothing: 'Nothing here',
  wrong:
    'This address leads nowhere. Perhaps a part of it is missing. Please answer the message you had from us.',
  notYet: (faults) =>
    faults === 1
      ? 'One answer needs another look. Nothing has been sent yet.'
      : `${faults} answers need another look. Nothing has been sent yet.`,
  nothingLost: 'What you wrote is still here. Files have to be chosen again.',
  tooLarge:
    'Your files are larger than we can take: 25 MB each and 200 MB in all. Nothing has been sent yet.',
  tooOften: 'Your answers have been changed many times. Please write to us instead.',
  unwell:
    'We could not take your answers just now. Nothing has been sent. Please try again in a few minutes.',
  fault: {
    missing: 'Please answer this one.',
    notOffered: 'Please choose one of these.',
    notANumber: 'Please write a number, such as 12 or 12.5.',
    notAnAmount: 'Please write an amount, such as 1250 or 1,250.00.',
    tooLong: 'This is too long to be taken here.',
    wrongType: 'This kind of file cannot be taken. Please send a PDF, a picture or an office document.',
    empty: 'This file is empty.',
  },
  confirms: (title) => `Your answers: ${title}`,
  confirmsWords: 'Thank you. These are the answers that have reached us:',
  corrected: (title) => `${title} (put right)`,
};

const NB: PageWords = {
  ...EN,
  yes: 'Ja',
  no: 'Nei',
  noDay: 'Ingen av disse',
  none: '(ikke besvart)',
  please: (questions, until) =>
    `Vennligst svar på ${questions === 1 ? 'dette spørsmålet' : `disse ${questions} spørsmålene`}. Du kan endre svarene til og med ${until}.`,
  pleaseOnce: (questions, until) =>
    `Vennligst svar på ${questions === 1 ? 'dette spørsmålet' : `disse ${questions} spørsmålene`} innen ${until}. Svarene kan sendes én gang.`,
  answeredBefore: (on, until) =>
    `Du svarte ${on}. Har noe endret seg, kan du svare på nytt til og med ${until}: det du sender nå, erstatter det du sendte.`,
  optional: 'valgfritt',
  chooseFiles: 'Velg filer eller ta et bilde',
  filesBounds: 'PDF, bilder eller kontordokumenter, inntil 25 MB hver og 200 MB i alt',
  consentHint: 'Navnet ditt her gjelder som underskrift.',
  addressHint: 'Én linje for hver del av adressen',
  send: 'Send svarene',
  goesTo: (practice) => `Svarene går bare til ${practice}. Du får en kopi på e-post.`,
  thanks: 'Takk',
  received: (practice) => `Svarene er kommet frem til ${practice}. En kopi er på vei til deg på e-post.`,
  mend: (until) => `Du kan endre dem her til og med ${until}.`,
  answered: 'Besvart',
  answeredWords: (on) => `Svarene dine fra ${on} er kommet frem. De kan ikke lenger endres her.`,
  over: 'For sent å svare her',
  overWords: (until) => `Spørsmålene kunne besvares til og med ${until}.`,
  withdrawn: 'Ikke lenger aktuelt',
  withdrawnWords: 'Vi har trukket spørsmålene tilbake. Du trenger ikke gjøre noe.',
  writeTo: (address) => `Skriv til ${address} hvis noe har endret seg.`,
  nothing: 'Ingenting her',
  wrong:
    'Denne adressen fører ingen steder. Kanskje mangler en del av den. Svar på meldingen du fikk fra oss.',
  notYet: (faults) =>
    faults === 1
      ? 'Ett svar må ses på igjen. Ingenting er sendt ennå.'
      : `${faults} svar må ses på igjen. Ingenting er sendt ennå.`,
  nothingLost: 'Det du skrev, står her fortsatt. Filer må velges på nytt.',
  tooLarge: 'Filene er større enn vi kan ta imot: 25 MB hver og 200 MB i alt. Ingenting er sendt ennå.',
  tooOften: 'Svarene er endret mange ganger. Skriv til oss i stedet.',
  unwell: 'Vi kunne ikke ta imot svarene nå. Ingenting er sendt. Prøv igjen om noen minutter.',
  fault: {
    missing: 'Vennligst svar på dette.',
    notOffered: 'Velg én av disse.',
    notANumber: 'Skriv et tall, for eksempel 12 eller 12,5.',
    notAnAmount: 'Skriv et beløp, for eksempel 1250.',
    tooLong: 'Dette er for langt til å tas imot her.',
    wrongType: 'Denne typen fil kan ikke tas imot. Send en PDF, et bilde eller et kontordokument.',
    empty: 'Denne filen er tom.',
  },
  confirms: (title) => `Svarene dine: ${title}`,
  confirmsWords: 'Takk. Dette er svarene som er kommet frem til oss:',
};

const DE: PageWords = {
  ...EN,
  yes: 'Ja',
  no: 'Nein',
  noDay: 'Keiner davon',
  none: '(keine Antwort)',
  please: (questions, until) =>
    `Bitte beantworten Sie ${questions === 1 ? 'diese Frage' : `diese ${questions} Fragen`}. Sie können Ihre Antworten bis ${until} ändern.`,
  pleaseOnce: (questions, until) =>
    `Bitte beantworten Sie ${questions === 1 ? 'diese Frage' : `diese ${questions} Fragen`} bis ${until}. Die Antworten können einmal gesendet werden.`,
  answeredBefore: (on, until) =>
    `Sie haben am ${on} geantwortet. Hat sich etwas geändert, antworten Sie bis ${until} erneut: Was Sie jetzt senden, tritt an die Stelle der früheren Antworten.`,
  optional: 'freiwillig',
  chooseFiles: 'Dateien wählen oder ein Foto aufnehmen',
  filesBounds: 'PDF, Bilder oder Bürodokumente, je bis 25 MB und zusammen bis 200 MB',
  consentHint: 'Ihr Name steht hier für Ihre Unterschrift.',
  addressHint: 'Eine Zeile für jeden Teil der Anschrift',
  send: 'Antworten senden',
  goesTo: (practice) => `Ihre Antworten gehen nur an ${practice}. Sie erhalten eine Kopie per E-Mail.`,
  thanks: 'Vielen Dank',
  received: (practice) =>
    `Ihre Antworten sind bei ${practice} angekommen. Eine Kopie geht Ihnen per E-Mail zu.`,
  mend: (until) => `Sie können sie hier bis ${until} ändern.`,
  answered: 'Beantwortet',
  answeredWords: (on) =>
    `Ihre Antworten vom ${on} sind angekommen. Sie können hier nicht mehr geändert werden.`,
  over: 'Die Zeit ist um',
  overWords: (until) => `Diese Fragen konnten bis ${until} beantwortet werden.`,
  withdrawn: 'Nicht mehr gefragt',
  withdrawnWords: 'Wir haben diese Fragen zurückgezogen. Sie müssen nichts tun.',
  writeTo: (address) => `Bitte schreiben Sie an ${address}, wenn sich etwas geändert hat.`,
  nothing: 'Hier ist nichts',
  wrong:
    'Diese Adresse führt nirgendwohin. Vielleicht fehlt ein Teil davon. Bitte antworten Sie auf unsere Nachricht.',
  notYet: (faults) =>
    faults === 1
      ? 'Eine Antwort bitte noch einmal ansehen. Es wurde noch nichts gesendet.'
      : `${faults} Antworten bitte noch einmal ansehen. Es wurde noch nichts gesendet.`,
  nothingLost: 'Was Sie geschrieben haben, steht noch hier. Dateien müssen neu gewählt werden.',
  tooLarge: 'Ihre Dateien sind zu groß: je 25 MB und zusammen 200 MB. Es wurde noch nichts gesendet.',
  tooOften: 'Ihre Antworten wurden oft geändert. Bitte schreiben Sie uns stattdessen.',
  unwell:
    'Wir konnten Ihre Antworten gerade nicht annehmen. Es wurde nichts gesendet. Bitte versuchen Sie es in einigen Minuten erneut.',
  fault: {
    missing: 'Bitte beantworten Sie diese Frage.',
    notOffered: 'Bitte wählen Sie eine davon.',
    notANumber: 'Bitte schreiben Sie eine Zahl, zum Beispiel 12 oder 12,5.',
    notAnAmount: 'Bitte schreiben Sie einen Betrag, zum Beispiel 1250.',
    tooLong: 'Das ist zu lang, um hier angenommen zu werden.',
    wrongType:
      'Diese Art von Datei kann nicht angenommen werden. Bitte senden Sie ein PDF, ein Bild oder ein Bürodokument.',
    empty: 'Diese Datei ist leer.',
  },
  confirms: (title) => `Ihre Antworten: ${title}`,
  confirmsWords: 'Vielen Dank. Diese Antworten sind bei uns angekommen:',
};

const LANGUAGES: Readonly<Record<string, PageWords>> = { en: EN, nb: NB, no: NB, de: DE };

/** A page's words in the recipient's language, or in English; the tag says in which they are. */
export function wordsIn(language: string): { readonly words: PageWords; readonly tag: string } {
  const own = language.toLowerCase().split('-')[0] ?? '';
  const words = Object.hasOwn(LANGUAGES, own) ? LANGUAGES[own] : undefined;
  return words ? { words, tag: own === 'no' ? 'nb' : own } : { words: EN, tag: 'en' };
}

/** A day in a page's language, with its weekday. */
export function dayIn(tag: string, day: string): string {
  if (tag === 'en') return optionWords('day', day);
  const written = new Intl.DateTimeFormat(tag, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  });
  return written.format(new Date(`${day}T00:00:00Z`));
}

/** An option as it stands on a page. */
export function optionIn(tag: string, kind: QuestionKind, option: string): string {
  const day = kind === 'day' ? offeredDay(option) : undefined;
  if (!day || tag === 'en') return optionWords(kind, option);
  return day.time === undefined ? dayIn(tag, day.date) : `${dayIn(tag, day.date)}, ${day.time}`;
}
