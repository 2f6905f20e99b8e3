/** What an exposure is called where its effect is told. */
export const effectWords = (name: string): string =>
  name === 'air'
    ? 'Half an hour more of the anchor air at the roots'
    : name === 'deep'
      ? 'One tree in ten more set too deep'
      : name === 'dry'
        ? 'Ten days more with less than half the water roots can reach'
        : name === 'weather'
          ? 'A planting day that dried the ground faster'
          : name.startsWith('treatment ')
            ? `Treatment ${name.slice(10)} instead of the block’s own way`
            : `Standing in “${name.replace('zone ', '')}”`;
