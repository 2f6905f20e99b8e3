import { choose, type Conditions, type SchoolQuestion } from '../school';

const byHand = ({ planting }: Conditions) => planting === 'hand';

/** How a tree is set: depth, hole, roots, firming, and the ground it leaves. */
export const SETTING: readonly SchoolQuestion[] = [
  {
    question: 'depth',
    label: 'Planting depth',
    schools: [
      {
        key: 'collar',
        label: 'Collar at ground',
        suits: 'firm, fresh ground',
        changes: 'measured from the collar',
        brief: 'Collar at ground, up to {2 cm} of soil over it.',
        depth: { datum: 'collar', least: -1, most: 2 },
      },
      {
        key: 'covered',
        label: '{2–5 cm} over the top side root',
        suits: 'light soil that settles and dries from above',
        changes: 'measured from the top side root, which puts the collar about at ground',
        brief: '{2–5 cm} of soil over the top side root.',
        depth: { datum: 'top side root', least: 2, most: 5 },
      },
      {
        key: 'deep-collar',
        label: '{2–5 cm} over the collar',
        suits: 'sand that blows or settles',
        changes: 'measured from the collar',
        brief: '{2–5 cm} of soil over the collar.',
        depth: { datum: 'collar', least: 2, most: 5 },
      },
      {
        key: 'high',
        label: 'A little high, never deep',
        suits: 'wet ground and heavy clay',
        changes: 'measured from the collar',
        brief: 'Collar level or a finger high, never deep.',
        depth: { datum: 'collar', least: -2, most: 0 },
      },
      {
        key: 'plug-flush',
        label: 'Ball top flush with the ground',
        suits: 'root balls and plugs in moist ground',
        changes: 'measured from the top of the ball',
        brief: 'Top of the ball flush with the ground.',
        depth: { datum: 'ball top', least: -1, most: 0.5 },
      },
      {
        key: 'plug-covered',
        label: 'Plug just covered',
        suits: 'container plugs, so that the plug does not wick dry',
        changes: 'measured from the top of the ball',
        brief: 'Plug just covered, {1 cm} of soil over it.',
        depth: { datum: 'ball top', least: 0.5, most: 2 },
      },
      {
        key: 'plug-high',
        label: 'Ball a little high',
        suits: 'container stock on wet ground and heavy clay',
        changes: 'measured from the top of the ball',
        brief: 'Top of the ball a finger above the ground, never deep, soil drawn up to its side.',
        depth: { datum: 'ball top', least: -2, most: 0 },
      },
    ],
    pick: ({ stock, moisture, texture }) => {
      const drowns = moisture === 'wet' || texture === 'clay';
      if (stock === 'container' && drowns)
        return choose('plug-high', 'Wet or heavy ground drowns a ball that is set deep.');
      if (stock === 'container')
        return choose('plug-covered', 'Container plugs wick dry when their top is open.');
      if (drowns) return choose('high', 'Wet or heavy ground drowns a deep collar.');
      if (texture === 'sand') return choose('covered', 'Sand settles and dries from above.');
      return choose('collar', 'Fresh loam holds its level.');
    },
  },
  {
    question: 'hole',
    label: 'Hole, size',
    schools: [
      {
        key: 'slit',
        label: 'Slit',
        suits: 'prepared land, hundreds a day',
        changes: 'bar or machine',
        brief: 'Open the slit to full depth, close it top and bottom.',
      },
      {
        key: 'snug',
        label: 'Hardly wider than the roots',
        suits: 'plugs and a tube planter in loosened spots',
        changes: 'tube or dibble',
        brief: 'Hole hardly wider than the plug.',
      },
      {
        key: 'twice',
        label: '2 × the roots',
        suits: 'plugs in loose ground',
        changes: 'tube or spade',
        brief: 'Hole twice as wide as the plug.',
      },
      {
        key: 'thrice',
        label: '2–3 × the roots',
        suits: 'sod and fresh ground',
        changes: 'spade',
        brief: 'Hole two to three times as wide as the roots.',
      },
      {
        key: 'wide',
        label: '4–5 × the roots',
        suits: 'hard ground',
        changes: 'auger or pick',
        brief: 'Hole four to five times as wide, walls roughened.',
      },
      {
        key: 'pit',
        label: 'Pit',
        suits: 'steep, stony slopes',
        changes: 'earth to move',
        brief: 'Pit, topsoil on one side and subsoil on the other.',
      },
    ],
    pick: ({ planting, stock, compacted, cover }) => {
      if (planting === 'machine') return choose('slit', 'The machine opens a slit.');
      if (stock === 'container')
        return choose('twice', 'A plug needs room to be set without bending.');
      if (compacted) return choose('wide', 'Compacted ground lets no root through.');
      return cover === 'cleared'
        ? choose('slit', 'Prepared land takes a bar.')
        : choose('thrice', 'Sod around the spot has to go.');
    },
  },
  {
    question: 'holeShape',
    label: 'Hole, shape',
    asked: byHand,
    schools: [
      {
        key: 'square',
        label: 'Square',
        suits: 'clay that glazes',
        changes: 'spade',
        brief: 'Square corners, so that roots get out.',
      },
      { key: 'round', label: 'Round', suits: 'loose ground and augers', changes: 'nothing' },
    ],
    pick: ({ texture }) =>
      texture === 'clay'
        ? choose('square', 'Round holes in clay turn roots in a circle.')
        : choose('round', 'Loose ground holds no root in a circle.'),
  },
  {
    question: 'place',
    label: 'Place of the tree in it',
    asked: byHand,
    schools: [
      {
        key: 'side',
        label: 'At the side',
        suits: 'bare roots in a pit',
        changes: 'one wall stays firm',
        brief: 'Tree against the firm wall, not in the middle: there it sinks.',
      },
      { key: 'middle', label: 'In the middle', suits: 'balls and plugs', changes: 'nothing' },
    ],
    pick: ({ stock }) =>
      stock === 'bare-root'
        ? choose('side', 'A bare-root tree in the middle sinks with the filling.')
        : choose('middle', 'A ball wants the same soil all round.'),
  },
  {
    question: 'bottom',
    label: 'Bottom of the hole',
    asked: byHand,
    schools: [
      {
        key: 'loose',
        label: 'Loosened',
        suits: 'bare roots in firm ground',
        changes: 'roots go down',
        brief: 'Loosen the bottom before the tree goes in.',
      },
      {
        key: 'firm',
        label: 'Firm',
        suits: 'balls and plugs',
        changes: 'nothing sinks',
        brief: 'Firm bottom: never loose soil under a ball.',
      },
      {
        key: 'cone',
        label: 'Cone, roots spread over it',
        suits: 'wide bare roots',
        changes: 'a little longer a tree',
        brief: 'A small firm cone, the roots spread over it.',
      },
    ],
    pick: ({ stock }) =>
      stock === 'container'
        ? choose('firm', 'A ball on loose soil sinks below its level.')
        : choose('loose', 'Roots go down where the bottom lets them.'),
  },
  {
    question: 'firming',
    label: 'Firming',
    schools: [
      {
        key: 'heel',
        label: 'Heel, hard',
        suits: 'bar slits and light soil',
        changes: 'the tug test is strict',
        brief: 'Firm with the heel; two fingers must not pull it.',
      },
      {
        key: 'light',
        label: 'Hands or a light foot',
        suits: 'clay and plugs',
        changes: 'checks look for compaction',
        brief: 'Firm by hand or a light foot, never compact.',
      },
      {
        key: 'water',
        label: 'Water settles it',
        suits: 'dry sites with water at hand',
        changes: 'a watering task on planting day',
        brief: 'Let the water settle the soil, top up after.',
        tasks: ['water-in'],
        bill: { water: 0.004 },
      },
    ],
    pick: ({ stock, texture }) =>
      stock === 'container' || texture === 'clay'
        ? choose('light', 'Plugs and clay compact under a heel.')
        : choose('heel', 'Bare roots in a slit must be closed in.'),
  },
  {
    question: 'firmBehind',
    label: 'Firming behind the machine',
    asked: ({ planting }) => planting === 'machine',
    schools: [
      {
        key: 'walker',
        label: 'By heel, somebody walks behind',
        suits: 'most ground',
        changes: 'one more pair of hands a seat',
        brief: 'The walker firms what the wheels left loose and rights what leans.',
      },
      {
        key: 'wheels',
        label: 'Packing wheels only',
        suits: 'moist sand and loam that closes',
        changes: 'nobody walks behind; ten trees are tugged every pass',
        brief: 'Tug ten trees every pass.',
      },
      {
        key: 'tractor',
        label: 'Tractor wheel beside the row',
        suits: 'dry, cloddy ground',
        changes: 'a second run along each row',
        brief: 'Tractor wheel along the row, never over a tree.',
      },
    ],
    pick: ({ texture, moisture }) =>
      texture === 'sand' && moisture !== 'dry'
        ? choose('wheels', 'Moist sand closes behind the wheels.')
        : choose('walker', 'Wheels leave air beside some roots; a heel finds it.'),
  },
  {
    question: 'surface',
    label: 'Ground after planting',
    schools: [
      {
        key: 'level',
        label: 'Level',
        suits: 'even, fresh ground',
        changes: 'nothing',
        brief: 'Leave the ground level round the tree.',
      },
      {
        key: 'basin',
        label: 'Basin',
        suits: 'dry ground that is watered',
        changes: 'a minute a tree',
        brief: 'A basin as wide as the hole, its rim tamped.',
      },
      {
        key: 'lip',
        label: 'Downhill lip',
        suits: 'slopes in dry country',
        changes: 'a minute a tree',
        brief: 'A lip on the downhill side, to hold the rain.',
      },
      {
        key: 'proud',
        label: 'Drawn up, never a hollow',
        suits: 'ground that stands wet in winter',
        changes: 'nothing',
        brief: 'No hollow: water that stands in winter drowns the tree.',
      },
    ],
    pick: ({ moisture, sloping }) => {
      if (moisture === 'wet') return choose('proud', 'Water stands in a hollow all winter.');
      if (moisture === 'dry')
        return sloping
          ? choose('lip', 'A lip keeps what runs down the slope.')
          : choose('basin', 'A basin keeps rain and water at the tree.');
      return choose('level', 'Fresh ground needs no basin.');
    },
  },
  {
    question: 'trimming',
    label: 'Root trimming',
    schools: [
      {
        key: 'never',
        label: 'Never',
        suits: 'stock undercut in the nursery, plugs',
        changes: 'long roots need a bigger tool',
        brief: 'No root is cut.',
      },
      {
        key: 'tips',
        label: 'Tips, to fit the hole',
        suits: 'most bare-root stock',
        changes: 'trim step at sorting',
        brief: 'Trim tips only, a clean cut.',
      },
      {
        key: 'set',
        label: 'To a set {20–30 cm}',
        suits: 'machine planting',
        changes: 'one trim length a lot',
        brief: 'Trim to the set length before loading.',
      },
    ],
    pick: ({ stock, planting }) => {
      if (stock === 'container') return choose('never', 'A plug keeps its roots whole.');
      return planting === 'machine'
        ? choose('set', 'The shoe opens one depth, so roots get one length.')
        : choose('tips', 'Tips that do not fit turn up in the hole.');
    },
  },
  {
    question: 'containerRoots',
    label: 'Container roots',
    asked: ({ stock }) => stock === 'container',
    schools: [
      {
        key: 'leave',
        label: 'Leave alone',
        suits: 'ribbed cells and plugs',
        changes: 'nothing',
        brief: 'Leave the plug as it is.',
      },
      {
        key: 'tease',
        label: 'Tease the edge',
        suits: 'round pots',
        changes: 'half a minute a tree',
        brief: 'Tease the outer roots loose.',
      },
      {
        key: 'cut',
        label: 'Four shallow cuts, a cross below',
        suits: 'pot-bound stock',
        changes: 'a minute a tree, knives',
        brief: 'Four shallow cuts down, a cross below.',
      },
      {
        key: 'bottom',
        label: 'Cut off the bag bottom',
        suits: 'soft bags',
        changes: 'circled root goes with it',
        brief: 'Cut the bag bottom off with the circled root.',
      },
    ],
    pick: () => choose('leave', 'Ribbed cells train roots straight down.'),
  },
  {
    question: 'shoot',
    label: 'Shoot',
    schools: [
      { key: 'leave', label: 'Leave', suits: 'balanced stock', changes: 'nothing' },
      {
        key: 'cut',
        label: 'Cut back to match the root',
        suits: 'trimmed or dry-set broadleaves',
        changes: 'secateurs at sorting',
        brief: 'Cut the top back so that leaf matches root.',
      },
    ],
    pick: () => choose('leave', 'Top and root came from the nursery in balance.'),
  },
  {
    question: 'stockSize',
    label: 'Stock size',
    schools: [
      {
        key: 'small',
        label: 'Small, {30–45 cm}',
        suits: 'most ground',
        changes: 'lighter bags, faster rows',
      },
      {
        key: 'large',
        label: 'Large',
        suits: 'browse and tall weeds',
        changes: 'spade, more water at planting, stakes',
      },
    ],
    pick: () => choose('small', 'Thin trees on big roots pass thick ones in about five years.'),
  },
  {
    question: 'stake',
    label: 'Stake',
    schools: [
      { key: 'none', label: 'None', suits: 'small stock', changes: 'nothing' },
      {
        key: 'low',
        label: 'Low, for a year',
        suits: 'exposed sites or tall trees',
        changes: 'stakes in materials, and off again',
        tasks: ['stakes-off'],
        bill: { stakes: 1, ties: 1 },
        brief: 'Stake on the wind side, tie loose.',
      },
    ],
    pick: ({ exposed }) =>
      exposed
        ? choose('low', 'Wind rocks a tree loose at the collar.')
        : choose('none', 'A tree that moves grows a stem.'),
  },
];
