import { readFile } from 'node:fs/promises';
import { hash } from '@node-rs/argon2';
import { alongLongestSide } from '../core/rows/direction';
import { layOut, COMPUTATION_VERSION, type LayoutParameters } from '../core/rows/layout';
import { rhythmOf, toStoredRows, treesInRow } from '../core/rows/stored';
import { checkBoundary } from '../core/ground/boundary';
import { plantableArea, type Plantable } from '../core/ground/plantable';
import { centreOf, type MultiPolygon } from '../core/ground/polygon';
import type { Surface } from '../core/ground/surface';
import { ORDINARY_SOIL, type Zone } from '../core/ground/zones';
import { localPlane, type Plane, type Point } from '../core/measure/plane';
import { layoutGround } from '../core/rows/ground';
import { addTo, type Day } from '../core/measure/dates';
import { seededRandom } from '../core/measure/random';
import { dayOf } from '../core/say/day';
import { TASKS } from '../core/calendar/tasks';
import { FINISH_TERMS } from '../core/calendar/terms';
import type { Store } from '../src/lib/store';
import { PASSWORD, PEOPLE, PLANTER_RATES, SITE, type DemoBlock } from './farrow-pit';
import { TERMS } from './calendar';
import { DAY, idMaker, MINUTE } from './events';
import { PICTURES, SPECIES, type Letter } from './species';
import { DemoStock } from './stock';
import { type Laid } from './stock-of-blocks';
import { blockSurface } from './heights';

/** Lays the site: its people, species, blocks with their ground and rows. */
export class Site {
  protected readonly random = seededRandom('farrow-pit');
  protected readonly id = idMaker(this.random);
  protected readonly today: Day;
  protected readonly siteId: string;
  protected readonly people = new Map<string, string>();
  protected readonly species = new Map<Letter, string>();
  protected planters: { id: string; rate: number }[] = [];
  protected stock!: DemoStock;

  constructor(
    protected readonly store: Store,
    protected readonly now: number,
  ) {
    this.today = dayOf(now, SITE.zone);
    this.siteId = this.id(now - 900 * DAY);
  }

  protected async peopleAndSpecies(): Promise<void> {
    await this.store.site.create({ id: this.siteId, ...SITE });
    const passwordHash = await hash(PASSWORD);
    for (const { signIn, name, role } of PEOPLE) {
      const id = this.id(this.now - 899 * DAY);
      this.people.set(role, id);
      await this.store.person.create({
        id,
        signIn,
        name,
        passwordHash,
        units: 'metric',
        theme: 'day',
      });
      await this.store.membership.create({ personId: id, siteId: this.siteId, role });
    }
    for (const card of SPECIES) {
      const id = this.id(this.now - 898 * DAY);
      this.species.set(card.letter, id);
      await this.store.species.create({ id, siteId: this.siteId, ...card });
    }
    for (const { letters, file, caption } of PICTURES)
      for (const letter of letters)
        await this.store.speciesPicture.create({
          id: this.id(this.now - 890 * DAY),
          speciesId: this.species.get(letter)!,
          caption,
          mime: 'image/jpeg',
          bytes: await readFile(`demo/pictures/${file}`),
          addedAt: new Date(this.now - 890 * DAY),
        });
    this.planters = PLANTER_RATES.map((rate) => ({ id: this.id(this.now - 897 * DAY), rate }));
    await this.store.planter.bulkCreate(
      this.planters.map(({ id, rate }, position) => ({
        id,
        siteId: this.siteId,
        personId: position === 4 ? this.people.get('planter')! : null,
        name: `Planter ${position + 1}`,
        rate,
        position,
      })),
    );
  }

  /** An event's columns, at a time of day of a day counted from today. */
  protected event(daysAgo: number, hour: number, author = 'leader') {
    const time = Math.min(
      this.now - MINUTE,
      Date.parse(this.today) - daysAgo * DAY + hour * 3_600_000,
    );
    const at = new Date(time);
    return {
      id: this.id(time),
      at,
      recordedAt: at,
      authorId: this.people.get(author)!,
      device: 'demo',
    };
  }

  protected async layBlock(demo: DemoBlock, position: number): Promise<Laid> {
    const site = localPlane([SITE.longitude, SITE.latitude]);
    const place = ([x, y]: Point): Point => site.toLonLat([x + demo.centre[0], y + demo.centre[1]]);
    const boundary = checkBoundary([[demo.ring.map(place)]]);
    const [originLongitude, originLatitude] = centreOf(boundary);
    const keepouts = demo.keepouts.map((keepout) => ({
      ...keepout,
      id: this.id(this.now - 800 * DAY),
      shape: mapShape(keepout.shape, place),
      near: keepout.near ?? null,
      located: null,
    }));
    const zones = (demo.zones ?? []).map(({ ring, soil, ...zone }): Zone => ({
      ...zone,
      id: this.id(this.now - 799 * DAY),
      parts: checkBoundary([[ring.map(place)]]),
      soil: { ...ORDINARY_SOIL, ...soil },
    }));
    const blockId = this.id(this.now - 800 * DAY);
    const plantingDay = addTo(this.today, { days: demo.planting });
    const mix = demo.layout.mix.map(([letter, share]) => ({
      species: this.species.get(letter)!,
      share,
    }));
    await this.store.block.create({
      id: blockId,
      siteId: this.siteId,
      name: demo.name,
      position,
      boundary,
      originLongitude,
      originLatitude,
      margin: demo.margin,
      conditions: demo.conditions,
      method: demo.method,
      orderTerms: Object.fromEntries(
        mix.map(({ species }) => [species, { reserve: 0.05, cull: 0.04, pack: 50 }]),
      ),
      plantingDay,
      phase: TERMS[demo.name].phase,
      calendarTerms: {
        ...TERMS[demo.name].terms,
        // The crew wants to be gone before the next job begins.
        ...(demo.name === 'Haul Flat'
          ? { finish: { ...FINISH_TERMS, planters: 5, until: addTo(this.today, { days: 6 }) } }
          : {}),
      },
      targetDensity: demo.targetPerHectare / 10_000,
    });
    await this.store.keepout.bulkCreate(
      keepouts.map((keepout, at) => ({ ...keepout, blockId, position: at })),
    );
    await this.store.zone.bulkCreate(zones.map((zone, at) => ({ ...zone, blockId, position: at })));
    const plane = localPlane([originLongitude, originLatitude]);
    const ground = plantableArea(boundary, keepouts, demo.margin, plane);
    const direction =
      demo.layout.direction === 'longest'
        ? alongLongestSide(ground.boundary)
        : demo.layout.direction;
    const surface = await this.survey(blockId, ground.boundary, plane);
    const parameters: LayoutParameters = {
      ...demo.layout,
      direction,
      mix,
      shelter: demo.layout.shelter?.map(([letter, offset, step, stagger]) => ({
        species: this.species.get(letter)!,
        offset,
        step,
        stagger,
      })),
      guide: demo.layout.shelter ? fenceOf(ground) : undefined,
    };
    const cards = SPECIES.map((card) => ({ ...card, id: this.species.get(card.letter)! }));
    const layout = layOut(layoutGround(ground, zones, cards, plane, surface), parameters);
    const rows = toStoredRows(layout.rows, layout.runs);
    const made = this.event(Math.max(1, 30 - demo.planting), 9);
    await this.store.layout.create({
      id: made.id,
      blockId,
      number: 1,
      name: demo.release ? 'as pegged' : 'first idea',
      state: demo.release ? 'released' : 'saved',
      computation: COMPUTATION_VERSION,
      parameters,
      rhythm: rhythmOf(layout.rows),
      trees: layout.rows.total,
      plantableArea: ground.plantable.value,
      speciesCounts: layout.speciesCounts,
      createdAt: made.at,
      createdBy: made.authorId,
      releasedAt: demo.release ? made.at : null,
      releasedBy: demo.release ? made.authorId : null,
    });
    await this.store.layoutRow.bulkCreate(
      rows.map((row) => ({
        layoutId: made.id,
        ...row,
        trees: treesInRow(row),
      })),
    );
    await this.tasksDone(demo, blockId, plantingDay);
    return {
      ...{ demo, blockId, layoutId: made.id, rows, area: ground.area },
      mix: mix.map(({ species }) => species),
    };
  }

  /** The invented survey of a block's heights. */
  protected async survey(blockId: string, boundary: MultiPolygon, plane: Plane): Promise<Surface> {
    const site = localPlane([SITE.longitude, SITE.latitude]);
    const surface = blockSurface(boundary, (point) => site.toPlane(plane.toLonLat(point)));
    const { minX, minY, cell, columns, rows, heights } = surface;
    await this.store.surface.create({
      blockId,
      source: 'quarry-survey.asc',
      minX,
      minY,
      cell,
      nodeColumns: columns,
      nodeRows: rows,
      heights: Buffer.from(heights.buffer),
      broughtAt: new Date(this.now - 700 * DAY),
      broughtBy: this.people.get('leader')!,
    });
    return surface;
  }

  protected async tasksDone(demo: DemoBlock, blockId: string, plantingDay: Day): Promise<void> {
    await this.store.taskEvent.bulkCreate(
      demo.done.map((task) => {
        const day = addTo(plantingDay, TASKS.find(({ key }) => key === task)!.offset);
        const done = day < this.today ? day : addTo(this.today, { days: -3 });
        const daysAgo = Math.round((Date.parse(this.today) - Date.parse(done)) / DAY);
        return { ...this.event(daysAgo, 15), blockId, task, kind: 'done' as const, day: done };
      }),
    );
  }
}

/** The fence that shelter rows keep to, in the block's plane. */
function fenceOf({ keptOut }: Plantable): Point[] | undefined {
  const fence = keptOut.find(({ keepout }) => keepout.kind === 'fence');
  return fence?.shape.type === 'LineString' ? fence.shape.coordinates : undefined;
}

function mapShape(shape: DemoBlock['keepouts'][number]['shape'], place: (p: Point) => Point) {
  if (shape.type === 'Point') return { ...shape, coordinates: place(shape.coordinates) };
  if (shape.type === 'LineString') return { ...shape, coordinates: shape.coordinates.map(place) };
  return { ...shape, coordinates: shape.coordinates.map((ring) => ring.map(place)) };
}
