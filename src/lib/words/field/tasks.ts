import type { MessageKey } from '../../../../core/say/message';
import type { Language } from './languages';

/** What care of standing trees is called on a phone, besides English. */
export const taskNames: Record<Exclude<Language, 'en'>, Partial<Record<MessageKey, string>>> = {
  es: {
    'own.taskOf': '{label} ({turn, number} de {of, number})',
    'task.water-in': 'regar al plantar',
    'task.water-second': 'regar otra vez, dos horas después',
    'task.check-rows': 'revisar hileras',
    'task.fill-boxes': 'llenar las cajas de agua',
    'task.granules': 'esparcir gránulos',
    'task.mulch': 'acolchar los alcorques',
    'task.weed-1': 'desherbar',
    'task.water-weekly': 'empezar el riego semanal',
    'task.water-dated': 'ver si hay sequía',
    'task.guards-1': 'revisar protectores',
    'task.count-1': 'contar, primer año',
    'task.weed-2': 'desherbar otra vez',
    'task.stakes-off': 'quitar tutores',
    'task.weed-3': 'desherbar, tercera vez',
    'task.count-2': 'contar, segundo año',
    'task.guards-off': 'quitar protectores',
    'task.count-3': 'contar, tercer año',
    'task.terraces-after': 'hacer terrazas detrás de los árboles',
    'visitTask.browse':
      'proteger o cercar contra el ramoneo{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.drought':
      'regar lo que se marchita{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.weeds': 'quitar la hierba vista{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.rock':
      'apretar lo que movió el viento{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.heave':
      'apretar lo que levantó la helada{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.flood': 'dar salida al agua parada{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.disease':
      'que alguien mire los árboles enfermos{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.vandals': 'reparar daños{where, select, rows {, hileras {rows}} other {}}',
    'visitTask.stake':
      'quitar tutores o aflojar ataduras{where, select, rows {, hileras {rows}} other {}}',
  },
  fr: {
    'own.taskOf': '{label} ({turn, number} sur {of, number})',
    'task.water-in': 'arroser à la plantation',
    'task.water-second': 'arroser encore, deux heures après',
    'task.check-rows': 'contrôler les lignes',
    'task.fill-boxes': 'remplir les réservoirs',
    'task.granules': 'épandre les granulés',
    'task.mulch': 'pailler les pieds',
    'task.weed-1': 'désherber',
    'task.water-weekly': 'commencer l’arrosage hebdomadaire',
    'task.water-dated': 'voir s’il fait sec',
    'task.guards-1': 'contrôler les protections',
    'task.count-1': 'compter, première année',
    'task.weed-2': 'désherber encore',
    'task.stakes-off': 'enlever les tuteurs',
    'task.weed-3': 'désherber, troisième fois',
    'task.count-2': 'compter, deuxième année',
    'task.guards-off': 'enlever les protections',
    'task.count-3': 'compter, troisième année',
    'task.terraces-after': 'ouvrir les terrasses derrière les plants',
    'visitTask.browse':
      'protéger ou clôturer contre l’abroutissement{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.drought': 'arroser ce qui flétrit{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.weeds': 'dégager les herbes vues{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.rock':
      'tasser ce que le vent a ébranlé{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.heave':
      'tasser ce que le gel a soulevé{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.flood': 'évacuer l’eau stagnante{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.disease':
      'faire voir les plants malades{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.vandals': 'réparer les dégâts{where, select, rows {, lignes {rows}} other {}}',
    'visitTask.stake':
      'ôter les tuteurs ou desserrer les liens{where, select, rows {, lignes {rows}} other {}}',
  },
  pt: {
    'own.taskOf': '{label} ({turn, number} de {of, number})',
    'task.water-in': 'regar no plantio',
    'task.water-second': 'regar de novo, duas horas depois',
    'task.check-rows': 'conferir as linhas',
    'task.fill-boxes': 'encher os reservatórios',
    'task.granules': 'espalhar grânulos',
    'task.mulch': 'cobrir o coroamento com palha',
    'task.weed-1': 'capinar',
    'task.water-weekly': 'começar a rega semanal',
    'task.water-dated': 'ver se há seca',
    'task.guards-1': 'conferir os protetores',
    'task.count-1': 'contar, primeiro ano',
    'task.weed-2': 'capinar de novo',
    'task.stakes-off': 'tirar os tutores',
    'task.weed-3': 'capinar, terceira vez',
    'task.count-2': 'contar, segundo ano',
    'task.guards-off': 'tirar os protetores',
    'task.count-3': 'contar, terceiro ano',
    'task.terraces-after': 'abrir terraços atrás das árvores',
    'visitTask.browse':
      'proteger ou cercar contra a roedura{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.drought': 'regar o que murcha{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.weeds': 'limpar as ervas vistas{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.rock': 'calcar o que o vento abalou{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.heave':
      'calcar o que a geada levantou{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.flood': 'dar saída à água parada{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.disease':
      'mandar ver as árvores doentes{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.vandals': 'reparar estragos{where, select, rows {, linhas {rows}} other {}}',
    'visitTask.stake':
      'tirar tutores ou aliviar atilhos{where, select, rows {, linhas {rows}} other {}}',
  },
};
