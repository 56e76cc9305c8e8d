const TAGS = [
  'bg-BG',
  'cs-CZ',
  'da-DK',
  'de-AT',
  'de-CH',
  'de-DE',
  'el-CY',
  'el-GR',
  'en-AU',
  'en-CA',
  'en-GB',
  'en-IE',
  'en-MT',
  'en-NZ',
  'en-US',
  'es-ES',
  'et-EE',
  'fi-FI',
  'fr-BE',
  'fr-CH',
  'fr-FR',
  'fr-LU',
  'hr-HR',
  'hu-HU',
  'is-IS',
  'it-IT',
  'lt-LT',
  'lv-LV',
  'nb-NO',
  'nl-BE',
  'nl-NL',
  'pl-PL',
  'pt-PT',
  'ro-RO',
  'sk-SK',
  'sl-SI',
  'sv-SE'
];
const COUNTRY = new Intl.DisplayNames('en', { type: 'region' });
const LANGUAGE = new Intl.DisplayNames('en', { type: 'language' });

/** Ways of writing dates and numbers, by country. */
export const LOCALES: readonly (readonly [string, string])[] = TAGS.map((tag) => {
  const [language = '', region = ''] = tag.split('-');
  return [tag, `${COUNTRY.of(region)} (${LANGUAGE.of(language)})`] as const;
}).toSorted((a, b) => a[1].localeCompare(b[1]));
