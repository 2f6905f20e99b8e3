/** The briefing of the morning. Four languages side by side. */
const en = {
  'brief.title': 'Briefing',
  'brief.part.meet': 'Where and when',
  'brief.part.who': 'Who goes where',
  'brief.part.guests': 'Volunteers',
  'brief.guests.who': '{group}: {people, plural, one {# person} other {# people}}',
  'brief.guests.show':
    'Everybody sets one tree with one of the crew beside them before they go on alone.',
  'brief.guests.pairs':
    'In pairs: one opens the hole and holds the tree, one fills and firms; then change over.',
  'brief.guests.adults':
    'One of the crew for every ten; with children, two adults of their own who stay.',
  'brief.guests.tools':
    'Tools are handed out and counted back: carried low, blade down, never run with.',
  'brief.guests.away':
    'Out of reach of machine, spraying and wires, whatever the local rule for visitors asks besides.',
  'brief.guests.pause':
    'Water, shade and a pause every hour. Whoever is unsure asks before the next tree.',
  'brief.part.how': 'How we plant',
  'brief.part.stock': 'The trees',
  'brief.part.air': 'The air today',
  'brief.part.dangers': 'What can hurt here',
  'brief.part.help': 'When something happens',
  'brief.part.evening': 'The evening before',
  'brief.sign': 'I have read this',
  'brief.signed': 'Read at {time}',
  'brief.changed': 'It has changed since you read it.',
  'brief.meet': '{time} at {place}',
  'brief.noPlace': '{time}; the meeting point is not named yet',
  'brief.own': '{word}',
  'brief.rows': '{planter}: rows {rows}, {trees, number} trees',
  'brief.tool': 'Tools: {tools}',
  'brief.depth':
    'Soil over the {datum, select, flare {flare} root {top side root} ball {ball top} other {collar}}: {least} to {most}',
  'brief.depthAbout':
    'Soil over the {datum, select, flare {flare} root {top side root} ball {ball top} other {collar}}: {most} at most; it may stand {above} out of the ground',
  'brief.refill': 'Dead places: pull the dead tree; whatever lives stays, poor or not.',
  'brief.hand.twigs': 'Dead and broken twigs come off while the tree lies on the ground.',
  'brief.hand.soil': 'Topsoil to the roots, clods and clay on top.',
  'brief.hand.fit': 'Lay the bar across the hole: it shows where the ground will be.',
  'brief.hand.hang': 'Roots hanging straight down, none turned up.',
  'brief.hand.fill': 'Fill half, firm, fill, firm.',
  'brief.hand.straighten': 'Straighten; look from two sides.',
  'brief.hand.tug': 'Tug: it must not move.',
  'brief.hand.flag': 'Put the flag back: it is the sign for who comes next.',
  'brief.machine.order': 'Load the trees in the order of the pass, untangled, roots covered.',
  'brief.machine.mount': 'Mount and leave only when it stands.',
  'brief.machine.late': 'Let go late, when the soil has hold of the tree.',
  'brief.machine.signal': 'One signal stops the tractor; everybody may give it.',
  'brief.machine.behind': 'Somebody walks behind and mends.',
  'brief.lot': 'Lot {code}: {trees, number} {species}',
  'brief.roots': 'Open roots bear {minutes, number} minutes of this air, all openings together.',
  'brief.noWeather': 'There is no weather for this site; look at the sky and say it.',
  'brief.good': 'No hour of the day stops planting.',
  'brief.stops': 'Stop from {from} to {to}: {why}',
  'brief.danger.overhead-line':
    'Overhead line “{name}”: nothing tall under it, nothing raised. The utility decides how near.',
  'brief.danger.buried-service':
    '{marked, select, yes {Buried service “{name}”, marked: no tool within {metres} of the marks.} other {Buried service “{name}” is NOT marked: nobody digs within {metres} until it is.}}',
  'brief.danger.drain': 'Drain “{name}”: soft ground, keep {metres} off.',
  'brief.danger.water': 'Water “{name}”: keep off the edge, alone never.',
  'brief.danger.watercourse': 'Bank of “{name}”: it may give way; keep {metres} off.',
  'brief.danger.road': 'Road “{name}”: vests on, load and unload on the field side.',
  'brief.danger.slope': 'Steep, up to {slope}: carry less, walk across, never under one another.',
  'brief.danger.machine':
    'Tractor and planter: stay in the driver’s sight, hands off everything that turns.',
  'brief.danger.auger': 'Powered auger: boots, eyes, ears; two hands, no loose clothes.',
  'brief.danger.blade': 'Blades point down, never on the shoulder, arm’s length and more apart.',
  'brief.danger.spray':
    'Sprayed ground: gloves, wash before eating, and not before the label lets you in.',
  'brief.danger.heat': 'Heat: water every twenty minutes, shade, and watch one another.',
  'brief.danger.cold': 'Cold hands: stop and warm them; wet and wind count double.',
  'brief.danger.lifting': 'Boxes are lifted by two, with straight backs.',
  'brief.danger.lightning': 'At thunder leave the open ground and put the tools down.',
  'brief.call': 'Call {number}. Say what happened, how many are hurt, and where.',
  'brief.gate': 'They come to the gate at {latitude}, {longitude}. Somebody waits there.',
  'brief.noGate': 'The leader has not said where the gate is. Ask before you begin.',
  'brief.aid': 'First aid: {place}',
  'brief.noAid': 'Nobody has said where the first-aid kit is. Ask before you begin.',
  'brief.sharpen': 'Sharpen the blades.',
  'brief.sort': 'Sort the trees into the buckets of their tools.',
  'brief.gel': 'Mix the dip.',
  'brief.load': 'Load the trailer in the order in which it comes off: {trees, number} trees.',
  'brief.water': 'Fill the tank; a cup for dry soil.',
  'brief.waterFor':
    'Water for tomorrow’s trees: {water}, {tanks, plural, one {# tank} other {# tanks}}. Fill the first tonight; a cup for dry soil.',
} as const;

const es: Record<keyof typeof en, string> = {
  'brief.title': 'Charla inicial',
  'brief.part.meet': 'Dónde y cuándo',
  'brief.part.who': 'Quién va adónde',
  'brief.part.guests': 'Voluntarios',
  'brief.guests.who': '{group}: {people, plural, one {# persona} other {# personas}}',
  'brief.guests.show':
    'Cada uno planta un árbol con alguien de la cuadrilla al lado antes de seguir solo.',
  'brief.guests.pairs':
    'De a dos: uno abre el hoyo y sostiene el árbol, otro tapa y aprieta; después se cambian.',
  'brief.guests.adults':
    'Uno de la cuadrilla por cada diez; con niños, dos adultos suyos que se quedan.',
  'brief.guests.tools':
    'Las herramientas se entregan y se cuentan al volver: bajas, hoja al suelo, sin correr.',
  'brief.guests.away':
    'Lejos de máquina, aplicación y cables, y lo que además pida la norma local para visitas.',
  'brief.guests.pause':
    'Agua, sombra y pausa cada hora. Quien duda pregunta antes del próximo árbol.',
  'brief.part.how': 'Cómo plantamos',
  'brief.part.stock': 'Los árboles',
  'brief.part.air': 'El aire de hoy',
  'brief.part.dangers': 'Qué puede hacer daño aquí',
  'brief.part.help': 'Si algo pasa',
  'brief.part.evening': 'La tarde anterior',
  'brief.sign': 'Lo he leído',
  'brief.signed': 'Leído a las {time}',
  'brief.changed': 'Ha cambiado desde que lo leyó.',
  'brief.meet': '{time} en {place}',
  'brief.noPlace': '{time}; el punto de encuentro aún no está dicho',
  'brief.own': '{word}',
  'brief.rows': '{planter}: hileras {rows}, {trees, plural, one {# árbol} other {# árboles}}',
  'brief.tool': 'Herramientas: {tools}',
  'brief.depth':
    'Tierra sobre {datum, select, flare {la base ensanchada} root {la raíz lateral más alta} ball {el cepellón} other {el cuello}}: {least} a {most}',
  'brief.depthAbout':
    'Tierra sobre {datum, select, flare {la base ensanchada} root {la raíz lateral más alta} ball {el cepellón} other {el cuello}}: {most} como mucho; puede sobresalir {above} del suelo',
  'brief.refill': 'Marras: arranque el árbol muerto; lo que vive se queda, esté como esté.',
  'brief.hand.twigs': 'Las ramitas secas o rotas se quitan con el árbol en el suelo.',
  'brief.hand.soil': 'La tierra de arriba a las raíces, terrones y arcilla encima.',
  'brief.hand.fit': 'Ponga la barra sobre el hoyo: muestra dónde quedará el suelo.',
  'brief.hand.hang': 'Raíces colgando derechas, ninguna doblada.',
  'brief.hand.fill': 'Llene la mitad, apriete, llene, apriete.',
  'brief.hand.straighten': 'Enderece; mire desde dos lados.',
  'brief.hand.tug': 'Tire: no debe moverse.',
  'brief.hand.flag': 'Vuelva a poner la bandera: es la señal para quien sigue.',
  'brief.machine.order':
    'Cargue los árboles en el orden de la pasada, sin enredos, raíces tapadas.',
  'brief.machine.mount': 'Suba y baje solo cuando esté parada.',
  'brief.machine.late': 'Suelte tarde, cuando la tierra ya sujeta el árbol.',
  'brief.machine.signal': 'Una señal para el tractor; cualquiera puede darla.',
  'brief.machine.behind': 'Alguien camina detrás y corrige.',
  'brief.lot': 'Lote {code}: {trees, number} {species}',
  'brief.roots': 'Las raíces al aire aguantan {minutes, number} minutos, todas las veces juntas.',
  'brief.noWeather': 'No hay tiempo registrado para este sitio; mire el cielo y dígalo.',
  'brief.good': 'Ninguna hora del día impide plantar.',
  'brief.stops': 'Parar de {from} a {to}: {why}',
  'brief.danger.overhead-line':
    'Línea aérea «{name}»: nada alto debajo, nada levantado. La compañía decide a qué distancia.',
  'brief.danger.buried-service':
    '{marked, select, yes {Servicio enterrado «{name}», marcado: ninguna herramienta a menos de {metres} de las marcas.} other {El servicio enterrado «{name}» NO está marcado: nadie cava a menos de {metres} hasta que lo esté.}}',
  'brief.danger.drain': 'Drenaje «{name}»: suelo blando, manténgase a {metres}.',
  'brief.danger.water': 'Agua «{name}»: lejos de la orilla, nunca solo.',
  'brief.danger.watercourse': 'Orilla de «{name}»: puede ceder; manténgase a {metres}.',
  'brief.danger.road': 'Camino «{name}»: chaleco puesto, cargue y descargue del lado del campo.',
  'brief.danger.slope':
    'Pendiente de hasta {slope}: cargue menos, camine de través, nunca uno debajo de otro.',
  'brief.danger.machine':
    'Tractor y plantadora: a la vista del tractorista, manos lejos de todo lo que gira.',
  'brief.danger.auger': 'Ahoyadora a motor: botas, ojos, oídos; dos manos, ropa ceñida.',
  'brief.danger.blade': 'Las puntas hacia abajo, nunca al hombro, a más de un brazo uno de otro.',
  'brief.danger.spray':
    'Suelo tratado: guantes, lavarse antes de comer, y no antes de lo que permite la etiqueta.',
  'brief.danger.heat': 'Calor: agua cada veinte minutos, sombra, y cuídense unos a otros.',
  'brief.danger.cold': 'Manos frías: pare y caliéntelas; mojado y viento cuentan doble.',
  'brief.danger.lifting': 'Las cajas se levantan entre dos, con la espalda recta.',
  'brief.danger.lightning': 'Si truena, salga del campo abierto y deje las herramientas.',
  'brief.call': 'Llame al {number}. Diga qué pasó, cuántos heridos hay y dónde.',
  'brief.gate': 'Llegan a la entrada en {latitude}, {longitude}. Alguien espera allí.',
  'brief.noGate': 'El jefe no ha dicho dónde está la entrada. Pregunte antes de empezar.',
  'brief.aid': 'Primeros auxilios: {place}',
  'brief.noAid': 'Nadie ha dicho dónde está el botiquín. Pregunte antes de empezar.',
  'brief.sharpen': 'Afilar las hojas.',
  'brief.sort': 'Separar los árboles en los baldes de su herramienta.',
  'brief.gel': 'Preparar el baño de raíces.',
  'brief.load': 'Cargar el remolque en el orden en que se descarga: {trees, number} árboles.',
  'brief.water': 'Llenar el tanque; una taza para tierra seca.',
  'brief.waterFor':
    'Agua para los árboles de mañana: {water}, {tanks, plural, one {# tanque} other {# tanques}}. Llenar el primero esta tarde; una taza para tierra seca.',
};

const fr: Record<keyof typeof en, string> = {
  'brief.title': 'Consignes',
  'brief.part.meet': 'Où et quand',
  'brief.part.who': 'Qui va où',
  'brief.part.guests': 'Bénévoles',
  'brief.guests.who': '{group} : {people, plural, one {# personne} other {# personnes}}',
  'brief.guests.show':
    'Chacun plante un arbre avec quelqu’un de l’équipe à côté avant de continuer seul.',
  'brief.guests.pairs':
    'À deux : l’un ouvre le trou et tient l’arbre, l’autre rebouche et tasse ; puis on change.',
  'brief.guests.adults':
    'Une personne de l’équipe pour dix ; avec des enfants, deux adultes à eux qui restent.',
  'brief.guests.tools':
    'Les outils sont remis et recomptés : portés bas, lame au sol, jamais en courant.',
  'brief.guests.away':
    'Loin de la machine, du traitement et des fils, plus ce que la règle locale demande.',
  'brief.guests.pause':
    'De l’eau, de l’ombre et une pause chaque heure. Qui doute demande avant l’arbre suivant.',
  'brief.part.how': 'Comment on plante',
  'brief.part.stock': 'Les plants',
  'brief.part.air': 'L’air aujourd’hui',
  'brief.part.dangers': 'Ce qui peut blesser ici',
  'brief.part.help': 'S’il arrive quelque chose',
  'brief.part.evening': 'La veille au soir',
  'brief.sign': 'J’ai lu',
  'brief.signed': 'Lu à {time}',
  'brief.changed': 'Elles ont changé depuis votre lecture.',
  'brief.meet': '{time} à {place}',
  'brief.noPlace': '{time} ; le lieu de rendez-vous n’est pas encore dit',
  'brief.own': '{word}',
  'brief.rows': '{planter} : lignes {rows}, {trees, plural, one {# arbre} other {# arbres}}',
  'brief.tool': 'Outils : {tools}',
  'brief.depth':
    'Terre au-dessus {datum, select, flare {de l’empattement} root {de la plus haute racine} ball {de la motte} other {du collet}} : {least} à {most}',
  'brief.depthAbout':
    'Terre au-dessus {datum, select, flare {de l’empattement} root {de la plus haute racine} ball {de la motte} other {du collet}} : {most} au plus ; dépasse du sol de {above} au plus',
  'brief.refill': 'Manquants : arrachez le plant mort ; ce qui vit reste, même chétif.',
  'brief.hand.twigs': 'Les brindilles mortes ou cassées s’enlèvent quand l’arbre est à terre.',
  'brief.hand.soil': 'La bonne terre aux racines, mottes et argile au-dessus.',
  'brief.hand.fit': 'Posez la barre sur le trou : elle montre où sera le sol.',
  'brief.hand.hang': 'Racines droites vers le bas, aucune retournée.',
  'brief.hand.fill': 'Remplissez à moitié, tassez, remplissez, tassez.',
  'brief.hand.straighten': 'Redressez ; regardez de deux côtés.',
  'brief.hand.tug': 'Tirez : il ne doit pas bouger.',
  'brief.hand.flag': 'Remettez le fanion : c’est le signe pour qui vient après.',
  'brief.machine.order': 'Chargez les plants dans l’ordre du passage, démêlés, racines couvertes.',
  'brief.machine.mount': 'Montez et descendez seulement à l’arrêt.',
  'brief.machine.late': 'Lâchez tard, quand la terre tient le plant.',
  'brief.machine.signal': 'Un signe arrête le tracteur ; chacun peut le faire.',
  'brief.machine.behind': 'Quelqu’un marche derrière et reprend.',
  'brief.lot': 'Lot {code} : {trees, number} {species}',
  'brief.roots':
    'Les racines à l’air supportent {minutes, number} minutes de cet air, toutes ouvertures ensemble.',
  'brief.noWeather': 'Pas de météo pour ce site ; regardez le ciel et dites-le.',
  'brief.good': 'Aucune heure du jour n’empêche de planter.',
  'brief.stops': 'Arrêt de {from} à {to} : {why}',
  'brief.danger.overhead-line':
    'Ligne aérienne « {name} » : rien de haut dessous, rien de levé. L’exploitant décide de la distance.',
  'brief.danger.buried-service':
    '{marked, select, yes {Réseau enterré « {name} », marqué : aucun outil à moins de {metres} des marques.} other {Le réseau enterré « {name} » n’est PAS marqué : personne ne creuse à moins de {metres} avant qu’il le soit.}}',
  'brief.danger.drain': 'Drain « {name} » : sol mou, restez à {metres}.',
  'brief.danger.water': 'Eau « {name} » : loin du bord, jamais seul.',
  'brief.danger.watercourse': 'Berge de « {name} » : elle peut céder ; restez à {metres}.',
  'brief.danger.road': 'Route « {name} » : gilet mis, chargez et déchargez côté champ.',
  'brief.danger.slope':
    'Pente jusqu’à {slope} : portez moins, marchez en travers, jamais l’un sous l’autre.',
  'brief.danger.machine':
    'Tracteur et planteuse : à la vue du conducteur, mains loin de tout ce qui tourne.',
  'brief.danger.auger': 'Tarière à moteur : bottes, yeux, oreilles ; deux mains, rien de flottant.',
  'brief.danger.blade': 'Lames vers le bas, jamais sur l’épaule, à plus d’un bras l’un de l’autre.',
  'brief.danger.spray':
    'Sol traité : gants, lavage avant de manger, et pas avant le délai de l’étiquette.',
  'brief.danger.heat': 'Chaleur : boire toutes les vingt minutes, ombre, et se surveiller.',
  'brief.danger.cold':
    'Mains froides : arrêtez et réchauffez-les ; mouillé et vent comptent double.',
  'brief.danger.lifting': 'Les caisses se lèvent à deux, le dos droit.',
  'brief.danger.lightning': 'Au tonnerre, quittez le terrain découvert et posez les outils.',
  'brief.call': 'Appelez le {number}. Dites ce qui est arrivé, combien de blessés, et où.',
  'brief.gate': 'Les secours viennent à l’entrée, {latitude}, {longitude}. Quelqu’un y attend.',
  'brief.noGate': 'Le chef n’a pas dit où est l’entrée. Demandez avant de commencer.',
  'brief.aid': 'Premiers secours : {place}',
  'brief.noAid': 'Personne n’a dit où est la trousse. Demandez avant de commencer.',
  'brief.sharpen': 'Affûter les lames.',
  'brief.sort': 'Trier les plants dans les seaux de leur outil.',
  'brief.gel': 'Préparer le pralin.',
  'brief.load': 'Charger la remorque dans l’ordre du déchargement : {trees, number} plants.',
  'brief.water': 'Remplir la citerne ; un gobelet pour sol sec.',
  'brief.waterFor':
    'Eau pour les plants de demain : {water}, {tanks, plural, one {# citerne} other {# citernes}}. Remplir la première ce soir ; un gobelet pour sol sec.',
};

const pt: Record<keyof typeof en, string> = {
  'brief.title': 'Conversa da manhã',
  'brief.part.meet': 'Onde e quando',
  'brief.part.who': 'Quem vai aonde',
  'brief.part.guests': 'Voluntários',
  'brief.guests.who': '{group}: {people, plural, one {# pessoa} other {# pessoas}}',
  'brief.guests.show':
    'Cada um planta uma árvore com alguém da equipa ao lado antes de seguir sozinho.',
  'brief.guests.pairs':
    'A dois: um abre a cova e segura a árvore, outro tapa e aperta; depois trocam.',
  'brief.guests.adults': 'Um da equipa por cada dez; com crianças, dois adultos delas que ficam.',
  'brief.guests.tools':
    'As ferramentas são entregues e contadas de volta: baixas, lâmina ao chão, sem correr.',
  'brief.guests.away':
    'Longe de máquina, aplicação e cabos, e do que a regra local pedir para visitas.',
  'brief.guests.pause':
    'Água, sombra e pausa de hora a hora. Quem tem dúvidas pergunta antes da próxima árvore.',
  'brief.part.how': 'Como plantamos',
  'brief.part.stock': 'As árvores',
  'brief.part.air': 'O ar de hoje',
  'brief.part.dangers': 'O que pode ferir aqui',
  'brief.part.help': 'Se acontecer algo',
  'brief.part.evening': 'Na véspera',
  'brief.sign': 'Já li isto',
  'brief.signed': 'Lido às {time}',
  'brief.changed': 'Mudou desde que leu.',
  'brief.meet': '{time} em {place}',
  'brief.noPlace': '{time}; o ponto de encontro ainda não foi dito',
  'brief.own': '{word}',
  'brief.rows': '{planter}: linhas {rows}, {trees, plural, one {# árvore} other {# árvores}}',
  'brief.tool': 'Ferramentas: {tools}',
  'brief.depth':
    'Terra sobre {datum, select, flare {o alargamento da base} root {a raiz lateral mais alta} ball {o torrão} other {o colo}}: {least} a {most}',
  'brief.depthAbout':
    'Terra sobre {datum, select, flare {o alargamento da base} root {a raiz lateral mais alta} ball {o torrão} other {o colo}}: {most} no máximo; pode ficar {above} fora da terra',
  'brief.refill': 'Falhas: arranque a árvore morta; o que vive fica, fraco ou não.',
  'brief.hand.twigs': 'Os raminhos secos ou partidos tiram-se com a árvore no chão.',
  'brief.hand.soil': 'A terra de cima junto às raízes, torrões e argila por cima.',
  'brief.hand.fit': 'Ponha a barra sobre a cova: mostra onde ficará o chão.',
  'brief.hand.hang': 'Raízes direitas para baixo, nenhuma dobrada.',
  'brief.hand.fill': 'Encha metade, aperte, encha, aperte.',
  'brief.hand.straighten': 'Endireite; veja de dois lados.',
  'brief.hand.tug': 'Puxe: não deve mexer.',
  'brief.hand.flag': 'Volte a pôr a bandeira: é o sinal para quem vem a seguir.',
  'brief.machine.order':
    'Carregue as árvores pela ordem da passagem, desembaraçadas, raízes tapadas.',
  'brief.machine.mount': 'Suba e desça só com a máquina parada.',
  'brief.machine.late': 'Largue tarde, quando a terra já segura a árvore.',
  'brief.machine.signal': 'Um sinal para o trator; qualquer um o pode dar.',
  'brief.machine.behind': 'Alguém anda atrás e corrige.',
  'brief.lot': 'Lote {code}: {trees, number} {species}',
  'brief.roots': 'As raízes ao ar aguentam {minutes, number} minutos, todas as vezes juntas.',
  'brief.noWeather': 'Não há tempo registado para este sítio; olhe o céu e diga-o.',
  'brief.good': 'Nenhuma hora do dia impede de plantar.',
  'brief.stops': 'Parar das {from} às {to}: {why}',
  'brief.danger.overhead-line':
    'Linha aérea «{name}»: nada alto por baixo, nada levantado. A companhia decide a distância.',
  'brief.danger.buried-service':
    '{marked, select, yes {Serviço enterrado «{name}», marcado: nenhuma ferramenta a menos de {metres} das marcas.} other {O serviço enterrado «{name}» NÃO está marcado: ninguém cava a menos de {metres} até estar.}}',
  'brief.danger.drain': 'Dreno «{name}»: chão mole, fique a {metres}.',
  'brief.danger.water': 'Água «{name}»: longe da beira, nunca sozinho.',
  'brief.danger.watercourse': 'Margem de «{name}»: pode ceder; fique a {metres}.',
  'brief.danger.road': 'Estrada «{name}»: colete vestido, carregue e descarregue do lado do campo.',
  'brief.danger.slope':
    'Declive até {slope}: carregue menos, ande de través, nunca um por baixo do outro.',
  'brief.danger.machine':
    'Trator e plantadora: à vista do tratorista, mãos longe de tudo o que roda.',
  'brief.danger.auger': 'Broca a motor: botas, olhos, ouvidos; duas mãos, roupa justa.',
  'brief.danger.blade': 'Lâminas para baixo, nunca ao ombro, a mais de um braço uns dos outros.',
  'brief.danger.spray':
    'Chão tratado: luvas, lavar antes de comer, e não antes do que o rótulo permite.',
  'brief.danger.heat': 'Calor: água de vinte em vinte minutos, sombra, e olhem uns pelos outros.',
  'brief.danger.cold': 'Mãos frias: pare e aqueça-as; molhado e vento contam a dobrar.',
  'brief.danger.lifting': 'As caixas levantam-se a dois, com as costas direitas.',
  'brief.danger.lightning': 'Ao trovão, saia do campo aberto e pouse as ferramentas.',
  'brief.call': 'Ligue {number}. Diga o que aconteceu, quantos feridos há e onde.',
  'brief.gate': 'Chegam à entrada em {latitude}, {longitude}. Alguém espera lá.',
  'brief.noGate': 'O chefe não disse onde é a entrada. Pergunte antes de começar.',
  'brief.aid': 'Primeiros socorros: {place}',
  'brief.noAid': 'Ninguém disse onde está o estojo. Pergunte antes de começar.',
  'brief.sharpen': 'Afiar as lâminas.',
  'brief.sort': 'Separar as árvores nos baldes da sua ferramenta.',
  'brief.gel': 'Preparar o banho de raízes.',
  'brief.load': 'Carregar o reboque pela ordem da descarga: {trees, number} árvores.',
  'brief.water': 'Encher o depósito; um copo para terra seca.',
  'brief.waterFor':
    'Água para as árvores de amanhã: {water}, {tanks, plural, one {# depósito} other {# depósitos}}. Encher o primeiro esta tarde; um copo para terra seca.',
};

export const briefing = { en, es, fr, pt };
