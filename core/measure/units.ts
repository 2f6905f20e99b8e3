/**
 * Units at the edges. Inside the program every length is in metres, every area in square metres,
 * every volume in litres; these functions are the only place where feet and acres appear.
 * Conversion factors: international foot 0.3048 m and acre 4 046.856 422 4 m² (NIST SP 811, app. B).
 */
export type UnitSystem = 'metric' | 'us';

export const METRES_PER_FOOT = 0.3048;
export const SQUARE_METRES_PER_ACRE = 43_560 * METRES_PER_FOOT ** 2;
export const SQUARE_METRES_PER_HECTARE = 10_000;
export const LITRES_PER_US_GALLON = 3.785411784;

/** Metres that a reader's unit of length is long. @example metresPer('us') // => 0.3048 */
export const metresPer = (system: UnitSystem): number =>
  system === 'metric' ? 1 : METRES_PER_FOOT;

/** Narrow, and no line ends at it: a thousand is never read for a million. */
const NARROW_SPACE = '\u202f';

/**
 * Writes a number with a narrow space between thousands.
 * @param value any finite number; others become an en dash
 * @param decimals digits after the point
 * @example formatNumber(12345.6, 1).replace(/\s/g, ' ') // => '12 345.6'
 */
export function formatNumber(value: number, decimals = 0): string {
  if (!Number.isFinite(value)) return '–';
  const fixed = Math.abs(value).toFixed(decimals);
  const [whole, fraction] = fixed.split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, NARROW_SPACE);
  const sign = value < 0 && Number(fixed) !== 0 ? '−' : '';
  return sign + grouped + (fraction ? `.${fraction}` : '');
}

/**
 * Writes a share between 0 and 1 as a percentage.
 * @example formatPercent(0.8893, 1).replace(/\s/g, ' ') // => '88.9 %'
 */
export function formatPercent(share: number, decimals = 0): string {
  return `${formatNumber(share * 100, decimals)} %`;
}

/** Writes a length in metres as "2.40 m" or "7.9 ft". */
export function formatLength(metres: number, system: UnitSystem, decimals?: number): string {
  return system === 'metric'
    ? `${formatNumber(metres, decimals ?? (Math.abs(metres) < 100 ? 2 : 1))} m`
    : `${formatNumber(metres / METRES_PER_FOOT, decimals ?? 1)} ft`;
}

/** Writes a length of a tree's or a hole's size: "28 cm" or "11.0 in". */
export function formatSmall(metres: number, system: UnitSystem): string {
  return system === 'metric'
    ? `${formatNumber(metres * 100)} cm`
    : `${formatNumber((metres / METRES_PER_FOOT) * 12, 1)} in`;
}

/**
 * Writes the measures of a sentence, "{2–5 cm}", "{19 L}" or "{20 kg/ha}", in the reader's units: feet and
 * inches, gallons and ounces, pounds an acre for those who use them. Sentences of the trade keep their measures in braces for this.
 */
export function inUnits(text: string, system: UnitSystem): string {
  return text.replace(
    /\{(-?[\d.]+)(?:–(-?[\d.]+))? (cm|m|mL|L|g|kg|kg\/ha)\}/g,
    (_, least: string, most: string | undefined, unit: Braced) => {
      const values = [least, ...(most === undefined ? [] : [most])].map(Number);
      const [divisor, name] = usUnit(unit, Math.max(...values));
      const written = values.map((value) =>
        system === 'metric' ? formatNumber(value, decimalsOf(value)) : round(value / divisor),
      );
      return `${written.join(written.some((one) => one.startsWith('-')) ? ' to ' : '–')} ${system === 'metric' ? unit : name}`;
    },
  );
}
type Braced = 'cm' | 'm' | 'mL' | 'L' | 'g' | 'kg' | 'kg/ha';
const usUnit = (unit: Braced, most: number): [number, string] => {
  if (unit === 'cm') return [2.54, 'in'];
  if (unit === 'm') return [METRES_PER_FOOT, 'ft'];
  if (unit === 'g') return [(KILOGRAMS_PER_POUND * 1000) / 16, 'oz'];
  if (unit === 'kg') return [KILOGRAMS_PER_POUND, 'lb'];
  if (unit === 'kg/ha')
    return [(KILOGRAMS_PER_POUND * SQUARE_METRES_PER_HECTARE) / SQUARE_METRES_PER_ACRE, 'lb/ac'];
  if (unit === 'mL') return [(LITRES_PER_US_GALLON * 1000) / 128, 'fl oz'];
  return most < LITRES_PER_US_GALLON / 2
    ? [LITRES_PER_US_GALLON / 128, 'fl oz']
    : [LITRES_PER_US_GALLON, 'gal'];
};
const decimalsOf = (value: number) => String(value).split('.')[1]?.length ?? 0;
const round = (value: number) =>
  formatNumber(value, Math.abs(value) < 10 ? 1 : 0).replace(/\.0$/, '');

/** What a planting depth allows, "−1 to 2 cm" or "−0.4 to 0.8 in". */
export function depthRange(
  { least, most }: { least: number; most: number },
  system: UnitSystem,
): string {
  const write = (centimetres: number) =>
    system === 'metric'
      ? formatNumber(centimetres, decimalsOf(centimetres))
      : formatNumber(centimetres / 2.54, 1);
  return `${write(least)} to ${write(most)} ${system === 'metric' ? 'cm' : 'in'}`;
}

/** Writes a long way, metres walked or driven, as kilometres or miles. */
export function formatDistance(metres: number, system: UnitSystem): string {
  if (system === 'metric')
    return metres < 1000 ? `${formatNumber(metres)} m` : `${formatNumber(metres / 1000, 1)} km`;
  const miles = metres / METRES_PER_FOOT / 5280;
  return miles < 0.2
    ? `${formatNumber(metres / METRES_PER_FOOT)} ft`
    : `${formatNumber(miles, 1)} mi`;
}

/**
 * The shortest length for a scale bar that is one, two or five of its unit, tens or hundreds of it, and no shorter.
 * @param least metres
 * @example scaleLength(70, 'us').text // => '500 ft'
 */
export function scaleLength(least: number, system: UnitSystem): { metres: number; text: string } {
  const unit = system === 'metric' ? 1 : METRES_PER_FOOT;
  const decade = Math.floor(Math.log10(least / unit));
  const power = 10 ** decade;
  const round = [1, 2, 5, 10].find((n) => n * power * unit >= least * (1 - 1e-9))! * power;
  const text = `${formatNumber(round, Math.max(0, -decade))} ${system === 'metric' ? 'm' : 'ft'}`;
  return { metres: round * unit, text };
}

/** Writes an area in square metres as hectares or acres, small ones as m² or sq ft. */
export function formatArea(squareMetres: number, system: UnitSystem, decimals = 2): string {
  if (system === 'us') {
    return Math.abs(squareMetres) < 400
      ? `${formatNumber(squareMetres / METRES_PER_FOOT ** 2)} sq ft`
      : `${formatNumber(squareMetres / SQUARE_METRES_PER_ACRE, decimals)} acres`;
  }
  return Math.abs(squareMetres) < 100
    ? `${formatNumber(squareMetres, 1)} m²`
    : `${formatNumber(squareMetres / SQUARE_METRES_PER_HECTARE, decimals)} ha`;
}

/**
 * What is left between two areas as they are written, so that what a reader adds up comes out.
 * @returns square metres
 */
export function areaBetween(whole: number, part: number, system: UnitSystem): number {
  const unit = system === 'us' ? SQUARE_METRES_PER_ACRE : SQUARE_METRES_PER_HECTARE;
  const written = (area: number) => Number((area / unit).toFixed(2));
  const between = written(whole) - written(part);
  return between > 0 ? between * unit : whole - part;
}

/** Writes a volume of earth in cubic metres or cubic yards. */
export function formatVolume(cubicMetres: number, system: UnitSystem): string {
  const [amount, unit] =
    system === 'metric' ? [cubicMetres, 'm³'] : [cubicMetres / (3 * METRES_PER_FOOT) ** 3, 'cu yd'];
  return `${formatNumber(amount, Math.abs(amount) < 1 ? 3 : Math.abs(amount) < 100 ? 1 : 0)} ${unit}`;
}

/** Writes a liquid given in cubic metres: "22.6 L", "300 mL", "5.97 gal", "10.1 fl oz". */
export function formatLiquid(cubicMetres: number, system: UnitSystem): string {
  const litres = cubicMetres * 1000;
  const gallons = litres / LITRES_PER_US_GALLON;
  const written = (value: number, small: boolean) =>
    formatNumber(
      value,
      small ? (system === 'metric' ? 0 : 1) : value < 10 ? 2 : value < 100 ? 1 : 0,
    );
  if (system === 'metric')
    return litres > 0 && litres < 1
      ? `${written(litres * 1000, true)} mL`
      : `${written(litres, false)} L`;
  // Up to a quart by the ounce: more than that is poured by the gallon.
  return gallons > 0 && gallons < 0.25
    ? `${written(gallons * 128, true)} fl oz`
    : `${written(gallons, false)} gal`;
}

export const KILOGRAMS_PER_POUND = 0.45359237;

/** Writes a mass in kilograms as "14 kg" or "31 lb", small ones as g or oz. */
export function formatMass(kilograms: number, system: UnitSystem): string {
  if (system === 'us') {
    const pounds = kilograms / KILOGRAMS_PER_POUND;
    return Math.abs(pounds) < 1
      ? `${formatNumber(pounds * 16, 1)} oz`
      : `${formatNumber(pounds, Math.abs(pounds) < 10 ? 1 : 0)} lb`;
  }
  return Math.abs(kilograms) < 1
    ? `${formatNumber(kilograms * 1000)} g`
    : `${formatNumber(kilograms, Math.abs(kilograms) < 10 ? 1 : 0)} kg`;
}

/** Writes a density in trees per square metre as trees a hectare or an acre. */
export function formatDensity(treesPerSquareMetre: number, system: UnitSystem): string {
  return system === 'metric'
    ? `${formatNumber(treesPerSquareMetre * SQUARE_METRES_PER_HECTARE)} /ha`
    : `${formatNumber(treesPerSquareMetre * SQUARE_METRES_PER_ACRE)} /acre`;
}

/** Writes a temperature in °C or °F. */
export function formatTemperature(celsius: number, system: UnitSystem): string {
  return system === 'metric'
    ? `${formatNumber(celsius)} °C`
    : `${formatNumber(celsius * 1.8 + 32)} °F`;
}

/** A unit in which a reader types a quantity: its sign, and the way there and back. */
export interface TypedUnit {
  sign: string;
  decimals: number;
  /** What stands in the field for a value as the program keeps it. */
  shown(value: number): number;
  /** The value that a number in the field means. */
  taken(typed: number): number;
}

const scaled = (sign: string, factor: number, decimals: number): TypedUnit => ({
  ...{ sign, decimals },
  shown: (value) => Number((value * factor).toFixed(decimals)),
  taken: (typed) => typed / factor,
});

/** How readers type a temperature (kept in °C), the weight of a tree (kilograms) and rain or evaporation (millimetres). */
export const TYPED_UNITS: Record<
  'temperature' | 'treeWeight' | 'rain',
  Record<UnitSystem, TypedUnit>
> = {
  temperature: {
    metric: scaled('°C', 1, 1),
    us: {
      ...{ sign: '°F', decimals: 1 },
      shown: (celsius) => Number((celsius * 1.8 + 32).toFixed(1)),
      taken: (fahrenheit) => (fahrenheit - 32) / 1.8,
    },
  },
  treeWeight: {
    metric: scaled('g', 1000, 0),
    us: scaled('oz', 16 / KILOGRAMS_PER_POUND, 2),
  },
  rain: { metric: scaled('mm', 1, 1), us: scaled('in', 1 / 25.4, 2) },
};

/**
 * How a table for other programs writes a length (metres) or an area (m²): what its heading ends with, and
 * the bare number with so many decimals.
 */
export const COLUMN_UNITS: Record<
  'length' | 'area',
  Record<UnitSystem, { ending: string; bare(value: number, decimals: number): number }>
> = {
  length: {
    metric: { ending: '_m', bare: (metres, decimals) => Number(metres.toFixed(decimals)) },
    us: {
      ending: '_ft',
      bare: (metres, decimals) => Number((metres / METRES_PER_FOOT).toFixed(decimals)),
    },
  },
  area: {
    metric: { ending: '_m2', bare: (area, decimals) => Number(area.toFixed(decimals)) },
    us: {
      ending: '_sqft',
      bare: (area, decimals) => Number((area / METRES_PER_FOOT ** 2).toFixed(decimals)),
    },
  },
};

/** In what a wind is written and typed, and the metres a second that one of it is. */
export const WIND: Record<UnitSystem, { unit: string; metresPerSecond: number }> = {
  metric: { unit: 'km/h', metresPerSecond: 1 / 3.6 },
  us: { unit: 'mph', metresPerSecond: 1609.344 / 3600 },
};

/** Writes how fast somebody drives or walks, given in m/s: "1.5 km/h" or "0.9 mph". */
export function formatSpeed(metresPerSecond: number, system: UnitSystem): string {
  const { unit, metresPerSecond: one } = WIND[system];
  return `${formatNumber(metresPerSecond / one, 1)} ${unit}`;
}

/** Writes a wind speed given in m/s as km/h or mph. */
export function formatWind(metresPerSecond: number, system: UnitSystem): string {
  const { unit, metresPerSecond: one } = WIND[system];
  return `${formatNumber(metresPerSecond / one)} ${unit}`;
}

/** Gallons an acre of litres a hectare. @example gallonsPerAcre(200) // ≈ 21.4 */
export const gallonsPerAcre = (litresPerHectare: number): number =>
  (litresPerHectare / LITRES_PER_US_GALLON) * (SQUARE_METRES_PER_ACRE / SQUARE_METRES_PER_HECTARE);

/** Writes litres on a hectare as "3.0 L/ha" or "0.3 gal/acre". */
export function formatDose(litresPerHectare: number, system: UnitSystem): string {
  if (system === 'metric') return `${formatNumber(litresPerHectare, 1)} L/ha`;
  const gallons = gallonsPerAcre(litresPerHectare);
  return `${formatNumber(gallons, gallons < 2 ? 2 : 1)} gal/acre`;
}

/** Writes kilograms on a hectare as "0.72 kg/ha" or "0.64 lb/acre". */
export function formatMassDose(kilogramsPerHectare: number, system: UnitSystem): string {
  const perAcre = SQUARE_METRES_PER_ACRE / SQUARE_METRES_PER_HECTARE / KILOGRAMS_PER_POUND;
  const value = system === 'metric' ? kilogramsPerHectare : kilogramsPerHectare * perAcre;
  return `${formatNumber(value, value < 10 ? 2 : 1)} ${system === 'metric' ? 'kg/ha' : 'lb/acre'}`;
}

/** Writes the price of a metre as "12.50/m" or "3.81/ft". */
export function formatPriceALength(ofAMetre: number, system: UnitSystem): string {
  return system === 'metric'
    ? `${formatNumber(ofAMetre, 2)}/m`
    : `${formatNumber(ofAMetre * METRES_PER_FOOT, 2)}/ft`;
}

/** Writes rain given in metres as "12 mm" or "0.47 in". */
export function formatRain(metres: number, system: UnitSystem): string {
  return system === 'metric'
    ? `${formatNumber(metres * 1000)} mm`
    : `${formatNumber((metres / METRES_PER_FOOT) * 12, 2)} in`;
}

const COMPASS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'];

/**
 * Writes a bearing in radians clockwise from north as "083°".
 * @example formatBearing(Math.PI / 2) // => '090°'
 */
export function formatBearing(radians: number, decimals = 0): string {
  const unit = 10 ** decimals;
  const degrees = (Math.round(((((radians * 180) / Math.PI) % 360) + 360) * unit) / unit) % 360;
  const written = degrees.toFixed(decimals);
  return `${written.padStart(decimals ? decimals + 4 : 3, '0')}°`;
}

/** The nearest of eight compass points for a bearing in radians. @example compassPoint(Math.PI) // => 'S' */
export function compassPoint(radians: number): string {
  const eighth = Math.round((radians / (Math.PI / 4)) % 8);
  return COMPASS[(eighth + 8) % 8];
}

export const radians = (degrees: number): number => (degrees * Math.PI) / 180;
export const degrees = (angle: number): number => (angle * 180) / Math.PI;
