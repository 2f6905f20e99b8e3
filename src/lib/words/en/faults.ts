/** What is wrong with a planted tree, in the words of desk and phone alike. */
export const faults = {
  'fault.deep': 'too deep',
  'fault.shallow': 'too shallow',
  'fault.j-root': 'root turned up',
  'fault.loose': 'loose',
  'fault.air-pocket': 'air pocket',
  'fault.leaning': 'leaning',
  'fault.roots-exposed': 'roots exposed',
  'fault.wrong-species': 'wrong species or spot',
  'fault.spacing': 'spacing',
  'fault.damaged': 'damaged',
  'fault.not-cleared': 'spot not cleared',
  'fault.missing': 'missing',
  'fault.guard': 'guard missing',
  'fault.basin': 'basin missing',
  'fault.surplus': 'one too many',
} as const;
