import { strFromU8, unzipSync } from 'fflate';
import { told } from '../say/told';

export const LARGEST_FILE = 20 * 1024 * 1024;
/** Elevation of a whole county: only the block's part of it is read. */
export const LARGEST_ELEVATION = 200 * 1024 * 1024;

/** Refuses a file by its size before any of it is read. */
export function checkFileSize(bytes: number, most = LARGEST_FILE): void {
  if (bytes === 0) throw told('formats.emptyBoundary');
  if (bytes > most) {
    throw told('formats.tooLarge', { size: bytes / 1024 / 1024, most: most / 1024 / 1024 });
  }
}

/** What an archive may unpack to, bytes: ten times the largest file that is taken. */
export const LARGEST_UNPACKED = 10 * LARGEST_FILE;

/**
 * Looks at an archive's list of contents before anything of it is unpacked.
 * @throws Told when the list is missing or says that too much would come out
 */
export function checkArchive(bytes: Uint8Array): void {
  let size = 0;
  try {
    unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize;
        return false;
      },
    });
  } catch {
    throw told('formats.archiveCutOff');
  }
  const MB = 1024 * 1024;
  if (size > LARGEST_UNPACKED)
    throw told('formats.unpacksTooLarge', {
      size: Math.round(size / MB),
      most: LARGEST_UNPACKED / MB,
    });
}

/** Files of shapes that are text, in the order in which an archive of several is taken for one of them. */
const TEXTS = ['kml', 'gpx', 'geojson', 'json', 'csv', 'txt'];

/**
 * A file of shapes that came packed, as a map program sends its KML; nothing where a shapefile lies in the archive.
 * @param fileName of the archive; what is read is called by it, for within it is only called a document
 * @throws Told when the archive is cut off or too large
 */
export function unpacked(
  bytes: ArrayBuffer,
  fileName: string,
): { text: string; fileName: string } | undefined {
  const archive = new Uint8Array(bytes);
  checkArchive(archive);
  const names: string[] = [];
  unzipSync(archive, {
    filter: ({ name }) => {
      names.push(name);
      return false;
    },
  });
  const endingOf = (name: string) => name.toLowerCase().split('.').pop()!;
  // What a system leaves beside the files it packs is none of them.
  const own = names.filter((name) => !/(^|\/)(__MACOSX\/|\.)/.test(name));
  if (own.some((name) => endingOf(name) === 'shp')) return undefined;
  for (const ending of TEXTS) {
    const found = own.find((name) => endingOf(name) === ending);
    if (!found) continue;
    let text: string;
    try {
      text = strFromU8(unzipSync(archive, { filter: ({ name }) => name === found })[found]);
    } catch {
      throw told('formats.archiveCutOff');
    }
    return { text, fileName: `${fileName.replace(/\.[^.]*$/, '')}.${ending}` };
  }
  return undefined;
}
