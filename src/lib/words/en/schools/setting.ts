import type { QuestionWords } from '.';

export const setting = {
  depth: {
    label: 'Planting depth',
    schools: {
      collar: {
        label: 'Collar at ground',
        suits: 'firm, fresh ground',
        changes: 'measured from the collar',
        brief: 'Collar at ground, up to {2 cm} of soil over it.',
      },
      covered: {
        label: '{2–5 cm} over the top side root',
        suits: 'light soil that settles and dries from above',
        changes: 'measured from the top side root, which puts the collar about at ground',
        brief: '{2–5 cm} of soil over the top side root.',
      },
      'deep-collar': {
        label: '{2–5 cm} over the collar',
        suits: 'sand that blows or settles',
        changes: 'measured from the collar',
        brief: '{2–5 cm} of soil over the collar.',
      },
      high: {
        label: 'A little high, never deep',
        suits: 'wet ground and heavy clay',
        changes: 'measured from the collar',
        brief: 'Collar level or a finger high, never deep.',
      },
      'plug-flush': {
        label: 'Ball top flush with the ground',
        suits: 'root balls and plugs in moist ground',
        changes: 'measured from the top of the ball',
        brief: 'Top of the ball flush with the ground.',
      },
      'plug-covered': {
        label: 'Plug just covered',
        suits: 'container plugs, so that the plug does not wick dry',
        changes: 'measured from the top of the ball',
        brief: 'Plug just covered, {1 cm} of soil over it.',
      },
      'plug-high': {
        label: 'Ball a little high',
        suits: 'container stock on wet ground and heavy clay',
        changes: 'measured from the top of the ball',
        brief: 'Top of the ball a finger above the ground, never deep, soil drawn up to its side.',
      },
    },
    because: {
      'plug-high': 'Wet or heavy ground drowns a ball that is set deep.',
      'plug-covered': 'Container plugs wick dry when their top is open.',
      high: 'Wet or heavy ground drowns a deep collar.',
      covered: 'Sand settles and dries from above.',
      collar: 'Fresh loam holds its level.',
    },
  },
  hole: {
    label: 'Hole, size',
    schools: {
      slit: {
        label: 'Slit',
        suits: 'prepared land, hundreds a day',
        changes: 'bar or machine',
        brief: 'Open the slit to full depth, close it top and bottom.',
      },
      snug: {
        label: 'Hardly wider than the roots',
        suits: 'plugs and a tube planter in loosened spots',
        changes: 'tube or dibble',
        brief: 'Hole hardly wider than the plug.',
      },
      twice: {
        label: '2 × the roots',
        suits: 'plugs in loose ground',
        changes: 'tube or spade',
        brief: 'Hole twice as wide as the plug.',
      },
      thrice: {
        label: '2–3 × the roots',
        suits: 'sod and fresh ground',
        changes: 'spade',
        brief: 'Hole two to three times as wide as the roots.',
      },
      wide: {
        label: '4–5 × the roots',
        suits: 'hard ground',
        changes: 'auger or pick',
        brief: 'Hole four to five times as wide, walls roughened.',
      },
      pit: {
        label: 'Pit',
        suits: 'steep, stony slopes',
        changes: 'earth to move',
        brief: 'Pit, topsoil on one side and subsoil on the other.',
      },
    },
    because: {
      slit: 'The machine opens a slit.',
      twice: 'A plug needs room to be set without bending.',
      wide: 'Compacted ground lets no root through.',
      prepared: 'Prepared land takes a bar.',
      thrice: 'Sod around the spot has to go.',
    },
  },
  holeShape: {
    label: 'Hole, shape',
    schools: {
      square: {
        label: 'Square',
        suits: 'clay that glazes',
        changes: 'spade',
        brief: 'Square corners, so that roots get out.',
      },
      round: {
        label: 'Round',
        suits: 'loose ground and augers',
        brief: 'Round hole.',
      },
    },
    because: {
      square: 'Round holes in clay turn roots in a circle.',
      round: 'Loose ground holds no root in a circle.',
    },
  },
  place: {
    label: 'Place of the tree in it',
    schools: {
      side: {
        label: 'At the side',
        suits: 'bare roots in a pit',
        changes: 'one wall stays firm',
        brief: 'Tree against the firm wall, not in the middle: there it sinks.',
      },
      middle: {
        label: 'In the middle',
        suits: 'balls and plugs',
        brief: 'Tree in the middle of the hole.',
      },
    },
    because: {
      side: 'A bare-root tree in the middle sinks with the filling.',
      middle: 'A ball wants the same soil all round.',
    },
  },
  bottom: {
    label: 'Bottom of the hole',
    schools: {
      loose: {
        label: 'Loosened',
        suits: 'bare roots in firm ground',
        changes: 'roots go down',
        brief: 'Loosen the bottom before the tree goes in.',
      },
      firm: {
        label: 'Firm',
        suits: 'balls and plugs',
        changes: 'nothing sinks',
        brief: 'Firm bottom: never loose soil under a ball.',
      },
      cone: {
        label: 'Cone, roots spread over it',
        suits: 'wide bare roots',
        changes: 'a little longer a tree',
        brief: 'A small firm cone, the roots spread over it.',
      },
    },
    because: {
      firm: 'A ball on loose soil sinks below its level.',
      loose: 'Roots go down where the bottom lets them.',
    },
  },
  firming: {
    label: 'Firming',
    schools: {
      heel: {
        label: 'Heel, hard',
        suits: 'bar slits and light soil',
        changes: 'the tug test is strict',
        brief: 'Firm with the heel; two fingers must not pull it.',
      },
      light: {
        label: 'Hands or a light foot',
        suits: 'clay and plugs',
        changes: 'checks look for compaction',
        brief: 'Firm by hand or a light foot, never compact.',
      },
      water: {
        label: 'Water settles it',
        suits: 'dry sites with water at hand',
        changes: 'a watering task on planting day',
        brief: 'Let the water settle the soil, top up after.',
      },
    },
    because: {
      light: 'Plugs and clay compact under a heel.',
      heel: 'Bare roots in a slit must be closed in.',
    },
  },
  firmBehind: {
    label: 'Firming behind the machine',
    schools: {
      walker: {
        label: 'By heel, somebody walks behind',
        suits: 'most ground',
        changes: 'one more pair of hands a seat',
        brief: 'The walker firms what the wheels left loose and rights what leans.',
      },
      wheels: {
        label: 'Packing wheels only',
        suits: 'moist sand and loam that closes',
        changes: 'nobody walks behind; ten trees are tugged every pass',
        brief: 'Tug ten trees every pass.',
      },
      tractor: {
        label: 'Tractor wheel beside the row',
        suits: 'dry, cloddy ground',
        changes: 'a second run along each row',
        brief: 'Tractor wheel along the row, never over a tree.',
      },
    },
    because: {
      wheels: 'Moist sand closes behind the wheels.',
      walker: 'Wheels leave air beside some roots; a heel finds it.',
    },
  },
  surface: {
    label: 'Ground after planting',
    schools: {
      level: {
        label: 'Level',
        suits: 'even, fresh ground',
        brief: 'Leave the ground level round the tree.',
      },
      basin: {
        label: 'Basin',
        suits: 'dry ground that is watered',
        changes: 'a minute a tree',
        brief: 'A basin as wide as the hole, its rim tamped.',
      },
      lip: {
        label: 'Downhill lip',
        suits: 'slopes in dry country',
        changes: 'a minute a tree',
        brief: 'A lip on the downhill side, to hold the rain.',
      },
      proud: {
        label: 'Drawn up, never a hollow',
        suits: 'ground that stands wet in winter',
        brief: 'No hollow: water that stands in winter drowns the tree.',
      },
    },
    because: {
      proud: 'Water stands in a hollow all winter.',
      lip: 'A lip keeps what runs down the slope.',
      basin: 'A basin keeps rain and water at the tree.',
      level: 'Fresh ground needs no basin.',
    },
  },
  trimming: {
    label: 'Root trimming',
    schools: {
      never: {
        label: 'Never',
        suits: 'stock undercut in the nursery, plugs',
        changes: 'long roots need a bigger tool',
        brief: 'No root is cut.',
      },
      tips: {
        label: 'Tips, to fit the hole',
        suits: 'most bare-root stock',
        changes: 'trim step at sorting',
        brief: 'Trim tips only, a clean cut.',
      },
      set: {
        label: 'To a set {20–30 cm}',
        suits: 'machine planting',
        changes: 'one trim length a lot',
        brief: 'Trim to the set length before loading.',
      },
    },
    because: {
      never: 'A plug keeps its roots whole.',
      set: 'The shoe opens one depth, so roots get one length.',
      tips: 'Tips that do not fit turn up in the hole.',
    },
  },
  containerRoots: {
    label: 'Container roots',
    schools: {
      leave: {
        label: 'Leave alone',
        suits: 'ribbed cells and plugs',
        brief: 'Leave the plug as it is.',
      },
      tease: {
        label: 'Tease the edge',
        suits: 'round pots',
        changes: 'half a minute a tree',
        brief: 'Tease the outer roots loose.',
      },
      cut: {
        label: 'Four shallow cuts, a cross below',
        suits: 'pot-bound stock',
        changes: 'a minute a tree, knives',
        brief: 'Four shallow cuts down, a cross below.',
      },
      bottom: {
        label: 'Cut off the bag bottom',
        suits: 'soft bags',
        changes: 'circled root goes with it',
        brief: 'Cut the bag bottom off with the circled root.',
      },
    },
    because: {
      leave: 'Ribbed cells train roots straight down.',
    },
  },
  shoot: {
    label: 'Shoot',
    schools: {
      leave: {
        label: 'Leave',
        suits: 'balanced stock',
        brief: 'Leave the shoot uncut.',
      },
      cut: {
        label: 'Cut back to match the root',
        suits: 'trimmed or dry-set broadleaves',
        changes: 'secateurs at sorting',
        brief: 'Cut the top back so that leaf matches root.',
      },
    },
    because: {
      leave: 'Top and root came from the nursery in balance.',
    },
  },
  stockSize: {
    label: 'Stock size',
    schools: {
      small: {
        label: 'Small, {30–45 cm}',
        suits: 'most ground',
        changes: 'lighter bags, faster rows',
      },
      large: {
        label: 'Large',
        suits: 'browse and tall weeds',
        changes: 'spade, more water at planting, stakes',
      },
    },
    because: {
      small: 'Thin trees on big roots pass thick ones in about five years.',
    },
  },
  stake: {
    label: 'Stake',
    schools: {
      none: {
        label: 'None',
        suits: 'small stock',
        brief: 'No stake.',
      },
      low: {
        label: 'Low, for a year',
        suits: 'exposed sites or tall trees',
        changes: 'stakes in materials, and off again',
        brief: 'Stake on the wind side, tie loose.',
      },
    },
    because: {
      low: 'Wind rocks a tree loose at the collar.',
      none: 'A tree that moves grows a stem.',
    },
  },
} satisfies Record<string, QuestionWords>;
