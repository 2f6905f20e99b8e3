import { told } from '../say/told';

/** Letters and digits that are not taken for one another when written by hand; 31, a prime. */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXY';

/**
 * The short code on a lot's label: six signs from the lot's id and one that checks them, written
 * "7K2M-Q4X". A mistyped sign, or two neighbours swapped, no longer checks.
 * @param id the lot's UUID; its last bits are random
 */
export function shortCode(id: string): string {
  let rest = Number.parseInt(id.replaceAll('-', '').slice(-10), 16) % 31 ** 6;
  let signs = '';
  for (let i = 0; i < 6; i++) {
    signs = SIGNS[rest % 31] + signs;
    rest = Math.floor(rest / 31);
  }
  const whole = signs + checkSign(signs);
  return `${whole.slice(0, 4)}-${whole.slice(4)}`;
}

/** Weighted sum modulo a prime: every single slip and every swap of neighbours changes it. */
function checkSign(signs: string): string {
  const sum = [...signs].reduce((total, sign, i) => total + (i + 2) * SIGNS.indexOf(sign), 0);
  return SIGNS[sum % 31];
}

/**
 * Reads a code as it is typed or scanned: small letters, spaces and a missing dash are fine, O is
 * read as 0 and I or L as 1. An address with the code at its end is read too.
 * @returns the code in its written form
 * @throws Told when it is no code, or does not check
 * @example readCode(`/lot/${shortCode('018f').toLowerCase()}`) === shortCode('018f') // => true
 */
export function readCode(text: string): string {
  const last = text.trim().split('/').at(-1) ?? '';
  const signs = last.toUpperCase().replace(/[\s-]/g, '').replaceAll('O', '0').replace(/[IL]/g, '1');
  if (signs.length !== 7 || [...signs].some((sign) => !SIGNS.includes(sign))) {
    throw told('stock.noLabel', { found: last.slice(0, 20) });
  }
  if (checkSign(signs.slice(0, 6)) !== signs[6]) {
    throw told('stock.labelCheck', { found: last });
  }
  return `${signs.slice(0, 4)}-${signs.slice(4)}`;
}
