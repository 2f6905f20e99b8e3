/** The machine's trial run, measured behind it. Four languages side by side. */
const en = {
  'run.title': 'Trial run',
  'run.caution':
    'Measure only while the machine stands and the driver knows of you. Nobody reaches under the shoe.',
  'run.how':
    'Set ten trees at planting speed. Measure from stem to stem, and the soil over {the}, with a minus where it stands out.',
  'run.apart': 'Marks on the wheel, {unit} apart',
  'run.tree': 'Tree',
  'run.treeNumber': 'Tree {tree, number}',
  'run.gap': 'Gap before it, {unit}',
  'run.depth': 'Soil over it, {unit}',
  'run.more': 'One more tree',
  'run.few': 'Three gaps are the least that say anything.',
  'run.gaps': 'Gaps {mean} on the mean, {low} to {high}. Slip {slip}.',
  'run.marks': 'Set the marks {apart} apart',
  'run.asIs': 'The marks are right as they are',
  'run.enough': 'Enough trees to know the gap.',
  'run.wanted': 'Not enough for the gap: about {trees, number} trees would be.',
  'run.depthKnown': 'Enough for the depth.',
  'run.depthWanted': 'Not enough for the depth: run ten more.',
  'run.shoe':
    '{kind, select, deeper {Shoe {by} deeper} shallower {Shoe {by} shallower} uneven {Shoe right on the mean, trees uneven: drive slower, look at the packing wheels} other {Shoe right as it is}}',
  'run.outside': 'Out of what is allowed: tree {trees}.',
  'run.again': 'After anything was turned, run again.',
  'run.handIn': 'Hand in the run',
  'run.handed':
    '{gaps, plural, one {# gap} other {# gaps}} handed in. The leader sees them beside the machine.',
  'run.before': 'Handed in today',
  'run.takeBack': 'Take back',
  'run.line': '{time}: slip {slip}, {gaps, plural, one {# gap} other {# gaps}}',
} as const;

const es: Record<keyof typeof en, string> = {
  'run.title': 'Prueba de marcha',
  'run.caution':
    'Mida solo con la máquina parada y el tractorista avisado. Nadie mete la mano bajo la reja.',
  'run.how':
    'Plante diez árboles a la velocidad de trabajo. Mida de tallo a tallo, y la tierra sobre {the}, con menos si sobresale.',
  'run.apart': 'Marcas de la rueda, a {unit}',
  'run.tree': 'Árbol',
  'run.treeNumber': 'Árbol {tree, number}',
  'run.gap': 'Distancia, {unit}',
  'run.depth': 'Tierra encima, {unit}',
  'run.more': 'Un árbol más',
  'run.few': 'Tres distancias son lo mínimo para decir algo.',
  'run.gaps': 'Distancias: {mean} de media, de {low} a {high}. Patinaje {slip}.',
  'run.marks': 'Ponga las marcas a {apart}',
  'run.asIs': 'Las marcas están bien así',
  'run.enough': 'Bastan estos árboles para saber la distancia.',
  'run.wanted': 'No basta para la distancia: harían falta unos {trees, number} árboles.',
  'run.depthKnown': 'Basta para la hondura.',
  'run.depthWanted': 'No basta para la hondura: plante diez más.',
  'run.shoe':
    '{kind, select, deeper {Reja {by} más honda} shallower {Reja {by} menos honda} uneven {Reja bien de media, árboles desiguales: vaya más despacio, mire las ruedas compactadoras} other {Reja bien así}}',
  'run.outside': 'Fuera de lo permitido: árbol {trees}.',
  'run.again': 'Después de mover algo, haga otra prueba.',
  'run.handIn': 'Entregar la prueba',
  'run.handed':
    '{gaps, plural, one {# distancia entregada} other {# distancias entregadas}}. El jefe las ve junto a la máquina.',
  'run.before': 'Entregadas hoy',
  'run.takeBack': 'Retirar',
  'run.line': '{time}: patinaje {slip}, {gaps, plural, one {# distancia} other {# distancias}}',
};

const fr: Record<keyof typeof en, string> = {
  'run.title': 'Essai de marche',
  'run.caution':
    'Ne mesurez que machine arrêtée et chauffeur prévenu. Personne ne passe la main sous le soc.',
  'run.how':
    'Plantez dix arbres à la vitesse de travail. Mesurez de tige à tige, et la terre depuis {the}, en moins si c’est hors de terre.',
  'run.apart': 'Repères de la roue, à {unit}',
  'run.tree': 'Arbre',
  'run.treeNumber': 'Arbre {tree, number}',
  'run.gap': 'Écart, {unit}',
  'run.depth': 'Terre au-dessus, {unit}',
  'run.more': 'Encore un arbre',
  'run.few': 'Il faut au moins trois écarts pour dire quelque chose.',
  'run.gaps': 'Écarts : {mean} en moyenne, de {low} à {high}. Glissement {slip}.',
  'run.marks': 'Mettez les repères à {apart}',
  'run.asIs': 'Les repères sont bien ainsi',
  'run.enough': 'Assez d’arbres pour connaître l’écart.',
  'run.wanted': 'Pas assez pour l’écart : il en faudrait environ {trees, number}.',
  'run.depthKnown': 'Assez pour la profondeur.',
  'run.depthWanted': 'Pas assez pour la profondeur : plantez-en dix de plus.',
  'run.shoe':
    '{kind, select, deeper {Soc {by} plus bas} shallower {Soc {by} plus haut} uneven {Soc bon en moyenne, arbres inégaux : roulez moins vite, voyez les roues de tassement} other {Soc bon ainsi}}',
  'run.outside': 'Hors de ce qui est permis : arbre {trees}.',
  'run.again': 'Après tout réglage, refaites un essai.',
  'run.handIn': 'Rendre l’essai',
  'run.handed':
    '{gaps, plural, one {# écart rendu} other {# écarts rendus}}. Le chef les voit près de la machine.',
  'run.before': 'Rendus aujourd’hui',
  'run.takeBack': 'Retirer',
  'run.line': '{time} : glissement {slip}, {gaps, plural, one {# écart} other {# écarts}}',
};

const pt: Record<keyof typeof en, string> = {
  'run.title': 'Ensaio de marcha',
  'run.caution':
    'Meça só com a máquina parada e o tratorista avisado. Ninguém mete a mão debaixo da relha.',
  'run.how':
    'Plante dez árvores à velocidade de trabalho. Meça de caule a caule, e a terra sobre {the}, com menos se sobressai.',
  'run.apart': 'Marcas da roda, a {unit}',
  'run.tree': 'Árvore',
  'run.treeNumber': 'Árvore {tree, number}',
  'run.gap': 'Distância, {unit}',
  'run.depth': 'Terra por cima, {unit}',
  'run.more': 'Mais uma árvore',
  'run.few': 'Três distâncias são o mínimo para dizer algo.',
  'run.gaps': 'Distâncias: {mean} em média, de {low} a {high}. Patinagem {slip}.',
  'run.marks': 'Ponha as marcas a {apart}',
  'run.asIs': 'As marcas estão bem assim',
  'run.enough': 'Chegam estas árvores para saber a distância.',
  'run.wanted': 'Não chega para a distância: seriam precisas umas {trees, number} árvores.',
  'run.depthKnown': 'Chega para a profundidade.',
  'run.depthWanted': 'Não chega para a profundidade: plante mais dez.',
  'run.shoe':
    '{kind, select, deeper {Relha {by} mais funda} shallower {Relha {by} menos funda} uneven {Relha bem em média, árvores desiguais: vá mais devagar, veja as rodas compactadoras} other {Relha bem assim}}',
  'run.outside': 'Fora do permitido: árvore {trees}.',
  'run.again': 'Depois de mexer em algo, faça outro ensaio.',
  'run.handIn': 'Entregar o ensaio',
  'run.handed':
    '{gaps, plural, one {# distância entregue} other {# distâncias entregues}}. O chefe vê-as junto da máquina.',
  'run.before': 'Entregues hoje',
  'run.takeBack': 'Retirar',
  'run.line': '{time}: patinagem {slip}, {gaps, plural, one {# distância} other {# distâncias}}',
};

export const trialRun = { en, es, fr, pt };
