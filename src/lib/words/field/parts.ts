/** Words of parts that phones share with the desk: the card of a species, the plan, curves and figures. */
const en = {
  'part.card.open': 'How to tell {name}',
  'part.card.title': 'Card of {name}',
  'part.card.size':
    '{stock, select, container {container} other {bare-root}}, grows to {height}, crown {crown}',
  'part.card.none': 'Nobody has written down yet how to tell it in the box.',
  'part.card.close': 'Close',
  'part.card.leaf': 'Needle, scale or leaf',
  'part.card.bud': 'Bud',
  'part.card.bark': 'Bark of the shoot',
  'part.card.root': 'Root',
  'part.card.smell': 'Smell',
  'part.card.alike': 'Looks like',
  'part.spread':
    '{label}: {count, plural, one {# tree} other {# trees}} from {smallest} to {largest}',
  'part.fromTo': '{from} to {to}',
  'part.curve': 'Chance that the lot is accepted, by its share of faulty trees',
  'part.curve.good': 'good',
  'part.curve.bad': 'bad',
  'part.curve.table': 'As a table',
  'part.curve.faulty': 'Faulty',
  'part.curve.accepted': 'Accepted',
  'part.value': '{value}',
  'part.working': 'working',
  'part.workingOf': 'of {label}',
  'part.plan': '{label}. Arrow keys move, plus and minus zoom.',
  'part.plan.nearer': 'Nearer',
  'part.plan.further': 'Further',
  'part.plan.whole': 'Whole block',
  'part.plan.place':
    '{kind, select, lane {Lane {row, number}, spot {peg, number}} other {Row {row, number}, peg {peg, number}}}',
  'part.plan.along': '{distance} {from, select, baseline {from the baseline} other {along it}}',
};

const es: Record<keyof typeof en, string> = {
  'part.card.open': 'Cómo reconocer {name}',
  'part.card.title': 'Ficha de {name}',
  'part.card.size':
    '{stock, select, container {en contenedor} other {a raíz desnuda}}, crece hasta {height}, copa {crown}',
  'part.card.none': 'Nadie ha escrito todavía cómo reconocerla en la caja.',
  'part.card.close': 'Cerrar',
  'part.card.leaf': 'Acícula, escama u hoja',
  'part.card.bud': 'Yema',
  'part.card.bark': 'Corteza del brote',
  'part.card.root': 'Raíz',
  'part.card.smell': 'Olor',
  'part.card.alike': 'Se parece a',
  'part.spread':
    '{label}: {count, plural, one {# árbol} other {# árboles}} de {smallest} a {largest}',
  'part.fromTo': '{from} a {to}',
  'part.curve': 'Probabilidad de aceptar el lote, según su parte de árboles con defecto',
  'part.curve.good': 'bueno',
  'part.curve.bad': 'malo',
  'part.curve.table': 'En tabla',
  'part.curve.faulty': 'Con defecto',
  'part.curve.accepted': 'Se acepta',
  'part.value': '{value}',
  'part.working': 'cálculo',
  'part.workingOf': 'de {label}',
  'part.plan': '{label}. Las flechas mueven, más y menos acercan y alejan.',
  'part.plan.nearer': 'Acercar',
  'part.plan.further': 'Alejar',
  'part.plan.whole': 'Todo el rodal',
  'part.plan.place':
    '{kind, select, lane {Calle {row, number}, sitio {peg, number}} other {Hilera {row, number}, estaca {peg, number}}}',
  'part.plan.along': '{distance} {from, select, baseline {desde la línea base} other {a lo largo}}',
};

const fr: Record<keyof typeof en, string> = {
  'part.card.open': 'Comment reconnaître {name}',
  'part.card.title': 'Fiche de {name}',
  'part.card.size':
    '{stock, select, container {en godet} other {à racines nues}}, atteint {height}, houppier {crown}',
  'part.card.none': 'Personne n’a encore écrit comment le reconnaître dans la caisse.',
  'part.card.close': 'Fermer',
  'part.card.leaf': 'Aiguille, écaille ou feuille',
  'part.card.bud': 'Bourgeon',
  'part.card.bark': 'Écorce de la pousse',
  'part.card.root': 'Racine',
  'part.card.smell': 'Odeur',
  'part.card.alike': 'Ressemble à',
  'part.spread':
    '{label} : {count, plural, one {# arbre} other {# arbres}} de {smallest} à {largest}',
  'part.fromTo': '{from} à {to}',
  'part.curve': 'Chance que le lot soit accepté, selon sa part d’arbres à défaut',
  'part.curve.good': 'bon',
  'part.curve.bad': 'mauvais',
  'part.curve.table': 'En tableau',
  'part.curve.faulty': 'À défaut',
  'part.curve.accepted': 'Accepté',
  'part.value': '{value}',
  'part.working': 'calcul',
  'part.workingOf': 'de {label}',
  'part.plan': '{label}. Les flèches déplacent, plus et moins agrandissent et réduisent.',
  'part.plan.nearer': 'Plus près',
  'part.plan.further': 'Plus loin',
  'part.plan.whole': 'Toute la parcelle',
  'part.plan.place':
    '{kind, select, lane {Passage {row, number}, place {peg, number}} other {Ligne {row, number}, piquet {peg, number}}}',
  'part.plan.along':
    '{distance} {from, select, baseline {depuis la ligne de base} other {le long}}',
};

const pt: Record<keyof typeof en, string> = {
  'part.card.open': 'Como reconhecer {name}',
  'part.card.title': 'Ficha de {name}',
  'part.card.size':
    '{stock, select, container {em recipiente} other {de raiz nua}}, cresce até {height}, copa {crown}',
  'part.card.none': 'Ninguém escreveu ainda como reconhecê-la na caixa.',
  'part.card.close': 'Fechar',
  'part.card.leaf': 'Agulha, escama ou folha',
  'part.card.bud': 'Gema',
  'part.card.bark': 'Casca do rebento',
  'part.card.root': 'Raiz',
  'part.card.smell': 'Cheiro',
  'part.card.alike': 'Parece-se com',
  'part.spread':
    '{label}: {count, plural, one {# árvore} other {# árvores}} de {smallest} a {largest}',
  'part.fromTo': '{from} a {to}',
  'part.curve': 'Probabilidade de o lote ser aceite, conforme a parte de árvores com defeito',
  'part.curve.good': 'bom',
  'part.curve.bad': 'mau',
  'part.curve.table': 'Em tabela',
  'part.curve.faulty': 'Com defeito',
  'part.curve.accepted': 'Aceita-se',
  'part.value': '{value}',
  'part.working': 'cálculo',
  'part.workingOf': 'de {label}',
  'part.plan': '{label}. As setas movem, mais e menos aproximam e afastam.',
  'part.plan.nearer': 'Aproximar',
  'part.plan.further': 'Afastar',
  'part.plan.whole': 'Todo o talhão',
  'part.plan.place':
    '{kind, select, lane {Carreiro {row, number}, sítio {peg, number}} other {Linha {row, number}, estaca {peg, number}}}',
  'part.plan.along': '{distance} {from, select, baseline {desde a linha de base} other {ao longo}}',
};

export const parts = { en, es, fr, pt };
export type PartKey = keyof typeof en;
