/** Figures and days as people read them. The only place where they are written out; nothing is worked out here. */

const NBSP = '\u00a0';

/** How figures and days are written where no country was named: how many digits groups have, the nearest to the decimals first. */
export const NEUTRAL = { decimal: '.', group: NBSP, nearest: 3, further: 3, monthFirst: false, firstDay: 1 };

let writing = NEUTRAL;

/** Says how the company writes. */
export function writesAs(how: typeof writing): void {
  writing = how;
}

/** The first day of the week, from 1 for Monday to 7. */
export function firstDayOfWeek(): number {
  return writing.firstDay;
}

function inGroups(digits: string): string {
  const groups: string[] = [];
  let rest = digits;
  for (let size = writing.nearest; rest.length > size; size = writing.further) {
    groups.unshift(rest.slice(-size));
    rest = rest.slice(0, -size);
  }
  return [rest, ...groups].join(writing.group);
}

/** "-1234567.5" as "−1 234 567.5", or as the company's country writes it: a true minus, a dash for nothing. */
export function figure(text: string | null | undefined): string {
  if (text === null || text === undefined || text === '') {
    return '–';
  }
  // What is still being typed, such as 12*4, is no figure yet.
  if (!/^-?\d+(\.\d*)?$/.test(text)) return text;
  const negative = text.startsWith('-');
  const [whole = '', decimals] = (negative ? text.slice(1) : text).split('.');
  return (negative ? '−' : '') + inGroups(whole) + (decimals ? writing.decimal + decimals : '');
}

/** "1234.50" for a spreadsheet of the company's country: no groups, the decimal sign that is read there. */
export function bare(text: string): string {
  return /^-?\d+\.\d+$/.test(text) ? text.replace('.', writing.decimal) : text;
}

/** An amount without its minor digits, rounded half away from zero, for lists where they only get in the way. */
export function rounded(text: string | null | undefined): string {
  if (!text) return figure(text);
  const [whole = '', decimals = ''] = text.split('.');
  if (!/^[5-9]/.test(decimals)) return figure(whole === '-0' ? '0' : whole);
  const up = (BigInt(whole.replace('-', '')) + 1n).toString();
  return figure((whole.startsWith('-') ? '-' : '') + up);
}

/** A unit price, with at least the minor digits of its currency: "420" as "420.00" in EUR. */
export function unitPrice(text: string | null | undefined, digits: number): string {
  if (!text) {
    return figure(text);
  }
  const [whole = '', decimals = ''] = text.split('.');
  const padded = decimals.padEnd(digits, '0');
  return figure(padded ? `${whole}.${padded}` : whole);
}

export function percent(text: string | null | undefined): string {
  return text === null || text === undefined ? '–' : figure(text) + NBSP + '%';
}

/** All of three letters, so that days stand in line. */
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** This year, as the company's clock has it. */
let thisYear = new Date().getUTCFullYear();

/** The day and the minute of an instant where the company is. */
let wall = wallOf('UTC');

function wallOf(timeZone: string) {
  return new Intl.DateTimeFormat('en-CA', {
    timeZone,
    calendar: 'gregory',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23'
  });
}

/** An instant as ["2027-03-15", "09:05"] where the company is. */
function onTheWall(instant: Date): [day: string, minute: string] {
  const part = Object.fromEntries(wall.formatToParts(instant).map(({ type, value }) => [type, value]));
  return [`${part['year']}-${part['month']}-${part['day']}`, `${part['hour']}:${part['minute']}`];
}

/** Says which day it is where the company is, "2027-03-15", and in which time zone that is. */
export function isToday(iso: string, timeZone = 'UTC'): void {
  thisYear = Number(iso.slice(0, 4));
  wall = wallOf(timeZone);
}

/** "2027-03-01", or the day of an instant where the company is, as "1 Mar", with the year where it is not this one. */
export function day(iso: string | null | undefined): string {
  if (!iso) {
    return '–';
  }
  const instant = iso.includes('T') ? new Date(iso) : null;
  const local = instant && !Number.isNaN(instant.getTime()) ? onTheWall(instant)[0] : iso.slice(0, 10);
  const date = new Date(local + 'T00:00:00Z');
  // What is still being typed is no day yet, and is shown as it stands.
  if (Number.isNaN(date.getTime())) return iso;
  const name = MONTHS[date.getUTCMonth()];
  const written = writing.monthFirst ? `${name} ${date.getUTCDate()}` : `${date.getUTCDate()} ${name}`;
  if (date.getUTCFullYear() === thisYear) return written;
  return `${written}${writing.monthFirst ? ',' : ''} ${date.getUTCFullYear()}`;
}

/** "2027-03" as "Mar 2027", without the year where it is this one. */
export function month(iso: string): string {
  const [year = '', number = ''] = iso.split('-');
  const name = MONTHS[Number(number) - 1] ?? iso;
  return Number(year) === thisYear ? name : `${name} ${year}`;
}

/** "2027-03-01T09:05:00Z" as the clock on the company's wall shows it. */
export function at(instant: string | null | undefined): string {
  if (!instant || instant.length < 16) {
    return '';
  }
  const date = new Date(instant);
  return Number.isNaN(date.getTime()) ? '' : onTheWall(date)[1];
}

/** The day and the time of something that happened: "1 Mar 09:05". */
export function moment(instant: string | null | undefined): string {
  return `${day(instant)} ${at(instant)}`.trim();
}

/** Days from one to another, for telling how long ago something was. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to.slice(0, 10)) - Date.parse(from.slice(0, 10))) / 86_400_000);
}

/** A file's size for people: "3.4 MiB". */
export function size(bytes: number): string {
  if (bytes < 1024) return `${bytes}${NBSP}B`;
  const inKiB = bytes / 1024;
  if (inKiB < 1024) return `${inKiB.toFixed(0)}${NBSP}KiB`;
  const inMiB = inKiB / 1024;
  return inMiB < 1024 ? `${inMiB.toFixed(1)}${NBSP}MiB` : `${(inMiB / 1024).toFixed(1)}${NBSP}GiB`;
}

/** Words of the API for people: "credit-controller" is "credit controller". */
export function words(word: string): string {
  return word.replaceAll('-', ' ').replace(/^po /, 'PO ');
}

/** Whether a figure is above, below or at nothing: 1, -1 or 0. */
export function signOf(text: string | null | undefined): number {
  if (!text || !/[1-9]/.test(text)) return 0;
  return text.startsWith('-') ? -1 : 1;
}

/** For drawing only: where a figure stands on a scale. */
export function position(text: string | null | undefined): number {
  return text ? Number(text) : 0;
}
