import { describe, expect, it } from 'vitest';
import { checkInputOf } from '../tests/fixtures.ts';
import { checkLanguage, languageOf } from './language.ts';

const TEXTS = {
  English:
    'We were on board on Friday and the survey went well. You will have the report by the end of the week.',
  German:
    'Wir waren am Freitag an Bord, und die Besichtigung ist gut verlaufen. Sie werden den Bericht von uns bis zum Ende der Woche haben.',
  French:
    'Nous étions à bord vendredi et la visite est terminée. Vous aurez notre rapport avant la fin de la semaine, avec des photos pour votre assureur.',
  Dutch:
    'Wij waren vrijdag aan boord en de inspectie is goed verlopen. Het rapport krijgt u voor het einde van de week, met foto’s voor uw verzekeraar.',
  Spanish:
    'Estuvimos a bordo el viernes y la inspección fue bien. Tendrá el informe para el final de la semana, con las fotos para su aseguradora.',
  Italian:
    'Siamo stati a bordo venerdì e la perizia è andata bene. Le foto sono con il rapporto, che non sarà pronto prima della fine di questa settimana.',
  Portuguese:
    'Estivemos a bordo na sexta e a vistoria não foi longa. O relatório é para o seu segurador, com as fotos, e será enviado em uma semana por nós.',
  'Norwegian or Danish':
    'Vi var om bord på fredag, og besiktigelsen gikk bra. Rapporten er til deg og forsikringen, og du har den fra oss før uken er over.',
  Swedish:
    'Vi var ombord i fredags och besiktningen gick bra. Rapporten är till dig och försäkringen, och den kommer från oss, inte senare än fredag.',
  Polish:
    'W piątek nasz rzeczoznawca był na pokładzie i oględziny są za nami. Raport jest dla Pana do końca tygodnia, nie później, oraz zdjęcia.',
} as const;

describe('the language of a text', () => {
  it.each(Object.entries(TEXTS))('is %s', (language, text) => {
    expect(languageOf(text)).toBe(language);
  });

  it.each(['', 'Yes.', 'SV-2041', '7.2 mm at frame 12', 'Ok, danke, merci, thanks'])(
    'is not told of “%s”',
    (text) => {
      expect(languageOf(text)).toBeUndefined();
    },
  );
});

describe('a greeting', () => {
  const codes = (...texts: readonly string[]) =>
    checkLanguage(checkInputOf({ lines: texts.map((text, block) => ({ block, text })) })).map(
      ({ params }) => [params['greeting'], params['text']],
    );

  it.each([
    ['Dear Ms Okafor,', TEXTS.German, 'English', 'German'],
    ['Sehr geehrte Frau Okafor,', TEXTS.English, 'German', 'English'],
    ['Kjære Ines,', TEXTS.English, 'Norwegian or Danish', 'English'],
    ['Madame,', TEXTS.Dutch, 'French', 'Dutch'],
    ['Szanowna Pani,', TEXTS.English, 'Polish', 'English'],
  ])('“%s” over another language is told', (greeting, text, from, to) => {
    expect(codes(greeting, text)).toEqual([[from, to]]);
  });

  it.each([
    ['Dear Ms Okafor,', TEXTS.English],
    ['Sehr geehrte Frau Okafor,', TEXTS.German],
    ['Hei Ines,', TEXTS['Norwegian or Danish']],
    ['Hej Ines,', TEXTS.Swedish],
    ['Geachte mevrouw Vane,', TEXTS.Dutch],
    ['Dear Ms Okafor,', 'The Hof van der Meer und Söhne sent this.'],
    ['Good morning', TEXTS.English],
    ['The survey,', TEXTS.French],
  ])('“%s” over its own is not', (greeting, text) => {
    expect(codes(greeting, text)).toEqual([]);
  });
});
