import type { MessageKey } from '../../../../core/say/message';

type Refusals = Partial<Record<MessageKey, string>>;

/** What a phone may be refused with, besides English; the figures are those of the English sentence. */
export const refusals: Record<'es' | 'fr' | 'pt', Refusals> = {
  es: {
    'measure.missing': 'Aquí hace falta un número.',
    'measure.noNumber': '“{found}” no es un número. Escríbalo como 0,59 o 1 559.',
    'measure.twoNumbers': '“{found}” puede ser {whole} o {decimal}. Escriba {plain} o {longer}.',
    'measure.notWhole': 'Se encontró {found, number}; se acepta un número entero.',
    'measure.outside': 'Se encontró {found, number}; se acepta de {min, number} a {max, number}.',
    'measure.below': 'Se encontró {found, number}; se acepta {min, number} como mínimo.',
    'measure.above': 'Se encontró {found, number}; se acepta {max, number} como máximo.',
    'changed.limit':
      'Se encontró {found}; se acepta {limit, select, min {{accepted} como mínimo} max {{accepted} como máximo} more {más de {accepted}} other {menos de {accepted}}}.',
    'changed.ahead': 'Eso está en el futuro. Ponga el reloj en hora y anótelo de nuevo.',
    'air.frost': 'helada',
    'air.cold': 'frío',
    'air.heat': 'calor',
    'air.warm': 'temperatura alta',
    'air.dry-air': 'aire seco',
    'air.wind': 'viento',
    'method.ofBlock': 'Todo el rodal',
    'method.ofStock':
      '{stock, select, container {Planta en contenedor} other {Raíz desnuda}}: {species}',
    'method.ofZone': 'Zona {zone}',
    'method.ofLot': 'Lote {lot}, {species}',
    'method.ofRows': 'Tratamiento {letter}: hileras {rows}',
    'stock.otherBlock':
      'Esa caja es el lote {lot} de {block}; usted está en {here}. Llévela allá, o anótela en {block}.',
    'stock.goneOn':
      'Retirarlo dejaría a {who} con {left, number} del lote {lot}: ya salieron árboles de ahí.',
    'stock.notOut':
      '{who} tiene {has, number} del lote {lot}; {count, number} no pueden {kind, select, return {volver} plant {plantarse} other {perderse}}.',
    'stock.notOnHand':
      'Del lote {lot} hay {has, number} en {who}{elsewhere, select, yes { ({all, number} en todos los lugares)} other {}}; no se pueden tomar {count, number}.',
    'stock.noLabel':
      '“{found}” no es un código de etiqueta; se aceptan siete letras y cifras como 7K2M-Q4X.',
    'stock.labelCheck': '“{found}” no cuadra: un signo está mal o hay dos cambiados.',
    'stock.notTrees':
      'No se pueden anotar {count, number} árboles; se acepta un número entero mayor que 0.',
    'stock.thereAlready': 'Ya están ahí; elija otro lugar para llevarlos.',
    'stock.cancelledAlready': 'Ese dato ya está retirado.',
    'stock.noTarget': 'El dato que quiere retirar no está en este lote.',
    'calendar.noSuchTask': 'No hay tal tarea; quizá se quitó del plan mientras tanto.',
    'calendar.doneAhead': '“{task}” no puede estar hecha el {day}: ese día aún no llega.',
    'calendar.dayMissing': 'Diga qué día se hizo “{task}”.',
    'calendar.labelTimes':
      'Ya se aplicó {times, plural, one {una vez} other {# veces}} en {year}; la etiqueta permite {allowed}.',
    'calendar.labelLitres': 'Suma {litres} en {year}; la etiqueta permite {allowed}.',
    'calendar.labelActive':
      '{active}: {amount} en {year} con todo lo aplicado aquí; se permite {allowed}.',
    'calendar.labelDays':
      'Faltan {days, plural, one {# día} other {# días}} para plantar; la etiqueta pide {asked}.',
    'calendar.labelRate': 'Se usó {used}; la dosis de la etiqueta es {allowed}.',
    'calendar.overLabel':
      'La etiqueta lo impide. {concern} Si se hizo de todos modos, dígalo, y se anota como fue.',
    'crew.noPlanter': 'No hay tal plantador en este sitio.',
    'crew.noRow': 'El trazado entregado no tiene hilera {row, number}.',
    'crew.notTrees':
      'No se pueden anotar {count, number} árboles; se acepta un número entero mayor que 0.',
    'crew.rowFull':
      'La hilera {row, number} tiene {places, plural, one {# puesto} other {# puestos}} y hay {planted, number} plantados; {more, number} más son {over, number} de sobra.',
    'crew.ownTrees': 'Puede anotar sus propios árboles; {planter} anota los suyos.',
    'crew.ownHours': 'Estas son las horas de {planter}; cada uno anota las suyas.',
    'crew.ownWords': 'Eso le toca decirlo a {planter}; cada uno habla por sí.',
    'crew.noTarget': 'El dato que quiere retirar no está.',
    'crew.otherPlanter': 'Ese dato es de otro plantador.',
    'crew.noClock': 'No se anotó nada así para este plantador.',
    'crew.noBlock': 'Ese rodal no es de este sitio.',
    'crew.noMessage': 'No hay tal mensaje.',
    'crew.noNote': 'No hay tal nota.',
    'crew.othersNote': 'Esa nota es de otra persona; la retira su autor o el jefe.',
    'crew.noLayout': 'Una hilera y una estaca necesitan su trazado.',
    'crew.noPicture': 'Eso no es una imagen que se pueda mostrar; se aceptan JPEG, PNG y WebP.',
    'crew.pictureTooLarge':
      'La foto tiene {kilobytes, number} kB después de reducirla; se aceptan 400 kB como máximo.',
    'crew.noWords': 'Todavía no hay nada que decir: escriba algo o tome una foto.',
    'crew.aloneMinutes': 'Se pidió un aviso cada {minutes, number} minutos; se aceptan de 5 a 240.',
    'crew.waveFull':
      'La hilera {row, number} tiene {places, plural, one {# puesto} other {# puestos}} y {done, number} están hechos; {more, number} más son demasiados.',
    'crew.whoFollows': 'Quien sigue',
    'crew.whoFollowsFor': 'Quien sigue, {trees}',
    'crew.boxesFull':
      'La hilera {row, number} tiene {places, plural, one {# puesto} other {# puestos}}; no caben {boxes, number} cajas.',
    'rows.notReleased': 'La versión {number, number} no está entregada.',
    'checks.noPeg':
      'La hilera {row, number} tiene {pegs, plural, one {# estaca} other {# estacas}}; no hay estaca {peg, number}.',
    'checks.emptyPlot':
      'La parcela no tiene árboles todavía. Marque cada uno como bueno o con su defecto.',
    'checks.moreTrees':
      'Se anotaron {found, number} árboles; en una parcela de este tamaño caben {most, number}.',
    'checks.ownTrees': 'Estos árboles son de {planter}. Los revisa otra persona.',
    'checks.outsidePlot': 'La hilera {row, number}, estaca {peg, number} no está en esta parcela.',
    'checks.treeTwice':
      'La hilera {row, number}, estaca {peg, number} está dos veces en la parcela.',
    'checks.noPlanned':
      'El plan tiene parcelas de 1 a {plots, number}; se entregó la {number, number}.',
    'checks.handedIn':
      'Esta parcela ya la corrigió {by}, en la hilera {row, number}, estaca {peg, number}. Corrija esa.',
    'checks.noPlot': 'La parcela que esto corrige no está.',
    'checks.decidedMeanwhile':
      'Alguien decidió esto de {planter} entretanto; está en «Decidido». Retírelo allí primero si ha de ser de otro modo.',
    'checks.noDecision': 'Ese repaso ya no está.',
    'checks.notInRework':
      'La hilera {row, number} no está entre las hileras {rows} de este repaso.',
    'stock.noLot': 'No hay tal lote en este rodal.',
    'tending.moreTrees':
      'La hilera {row, number} tiene {places, number} puestos; se nombraron {trees, number} árboles.',
    'site.dayAhead': 'El {day} está por venir; se acepta hoy o un día pasado.',
    'tending.tooWet':
      'La lectura del {day} es más húmeda de lo que un suelo puede ser: hasta {most, number} % del volumen.',
    'tending.noZone': 'Esta zona ya no está. Cargue la página de nuevo.',
    'survival.noRefill': 'Esta reposición ya no se conoce. Cargue la página de nuevo.',
    'tending.rowsBackwards':
      'Se nombraron las hileras {from, number} a {to, number}; la primera va antes que la última.',
    'changed.otherEvent': 'Ya hay un dato con este número que dice otra cosa. No se escribió nada.',
    'site.databaseAway':
      'La base de datos no contesta. No se perdió nada; intente de nuevo en un momento.',
  },
  fr: {
    'measure.missing': 'Il faut un nombre ici.',
    'measure.noNumber': '« {found} » n’est pas un nombre. Écrivez-le comme 0,59 ou 1 559.',
    'measure.twoNumbers':
      '« {found} » peut être {whole} ou {decimal}. Écrivez {plain} ou {longer}.',
    'measure.notWhole': 'Trouvé : {found, number} ; un nombre entier est accepté.',
    'measure.outside': 'Trouvé : {found, number} ; de {min, number} à {max, number} est accepté.',
    'measure.below': 'Trouvé : {found, number} ; au moins {min, number} est accepté.',
    'measure.above': 'Trouvé : {found, number} ; au plus {max, number} est accepté.',
    'changed.limit':
      'Trouvé : {found} ; {limit, select, min {au moins} max {au plus} more {plus de} other {moins de}} {accepted} est accepté.',
    'changed.ahead': 'Cela est dans le futur. Réglez l’horloge, puis saisissez-le de nouveau.',
    'air.frost': 'gel',
    'air.cold': 'froid',
    'air.heat': 'forte chaleur',
    'air.warm': 'temps chaud',
    'air.dry-air': 'air sec',
    'air.wind': 'vent',
    'method.ofBlock': 'Toute la parcelle',
    'method.ofStock':
      '{stock, select, container {Plants en godet} other {Racines nues}} : {species}',
    'method.ofZone': 'Zone « {zone} »',
    'method.ofLot': 'Lot nº {lot}, {species}',
    'method.ofRows': 'Traitement {letter} : lignes {rows}',
    'stock.otherBlock':
      'Cette caisse est le lot {lot} de {block} ; vous êtes sur {here}. Portez-la là-bas, ou saisissez-la sous {block}.',
    'stock.goneOn':
      'Reprendre cela laisserait {who} avec {left, number} du lot {lot} : des arbres en sont déjà partis.',
    'stock.notOut':
      '{who} a {has, number} du lot {lot} ; {count, number} ne peuvent pas {kind, select, return {revenir} plant {être plantés} other {être perdus}}.',
    'stock.notOnHand':
      'Du lot {lot} il y a {has, number} dans {who}{elsewhere, select, yes { ({all, number} en tous lieux)} other {}} ; on ne peut en prendre {count, number}.',
    'stock.noLabel':
      '« {found} » n’est pas un code d’étiquette ; sept lettres et chiffres comme 7K2M-Q4X sont acceptés.',
    'stock.labelCheck': '« {found} » ne tombe pas juste : un signe est faux ou deux sont échangés.',
    'stock.notTrees':
      '{count, number} arbres ne peuvent être saisis ; un nombre entier au-dessus de 0 est accepté.',
    'stock.thereAlready': 'Ils y sont déjà ; choisissez un autre lieu.',
    'stock.cancelledAlready': 'Cette saisie est déjà reprise.',
    'stock.noTarget': 'La saisie à reprendre n’est pas dans ce lot.',
    'calendar.noSuchTask':
      'Cette tâche n’existe pas ; elle a peut-être quitté le plan entre-temps.',
    'calendar.doneAhead':
      '« {task} » ne peut pas être faite le {day} : ce jour est encore à venir.',
    'calendar.dayMissing': 'Dites quel jour « {task} » a été fait.',
    'calendar.labelTimes':
      'Déjà traité {times, plural, one {une fois} other {# fois}} en {year} ; l’étiquette permet {allowed}.',
    'calendar.labelLitres': 'Cela fait {litres} en {year} ; l’étiquette permet {allowed}.',
    'calendar.labelActive':
      '{active} : {amount} en {year} avec tout ce qui est traité ici ; {allowed} est permis.',
    'calendar.labelDays':
      'Encore {days, plural, one {# jour} other {# jours}} avant la plantation ; l’étiquette en demande {asked}.',
    'calendar.labelRate': '{used} utilisé ; la dose de l’étiquette est {allowed}.',
    'calendar.overLabel':
      'L’étiquette s’y oppose. {concern} Si c’est fait malgré tout, dites-le, et c’est saisi tel quel.',
    'crew.noPlanter': 'Ce planteur n’existe pas sur ce site.',
    'crew.noRow': 'Le tracé remis n’a pas de ligne {row, number}.',
    'crew.notTrees':
      '{count, number} arbres ne peuvent pas être saisis ; un nombre entier supérieur à 0 est accepté.',
    'crew.rowFull':
      'La ligne {row, number} a {places, plural, one {# emplacement} other {# emplacements}} et {planted, number} sont plantés ; {more, number} de plus, c’est {over, number} de trop.',
    'crew.ownTrees': 'Vous saisissez vos propres arbres ; {planter} saisit les siens.',
    'crew.ownHours': 'Ce sont les heures de {planter} ; chacun note les siennes.',
    'crew.ownWords': 'C’est à {planter} de le dire ; chacun parle pour soi.',
    'crew.noTarget': 'La saisie à reprendre n’est pas là.',
    'crew.otherPlanter': 'Cette saisie est celle d’un autre planteur.',
    'crew.noClock': 'Rien de tel n’a été pointé pour ce planteur.',
    'crew.noBlock': 'Cette parcelle n’est pas de ce site.',
    'crew.noMessage': 'Ce message n’existe pas.',
    'crew.noNote': 'Cette note n’existe pas.',
    'crew.othersNote': 'Cette note est d’une autre personne ; son auteur ou le chef la retire.',
    'crew.noLayout': 'Une ligne et un piquet ont besoin de leur tracé.',
    'crew.noPicture':
      'Ce n’est pas une image qui peut être montrée ; JPEG, PNG et WebP sont acceptés.',
    'crew.pictureTooLarge':
      'La photo fait {kilobytes, number} ko une fois réduite ; 400 ko au plus sont acceptés.',
    'crew.noWords': 'Il n’y a encore rien à dire : écrivez quelque chose ou prenez une photo.',
    'crew.aloneMinutes':
      'Un signe toutes les {minutes, number} minutes a été demandé ; de 5 à 240 sont acceptées.',
    'crew.waveFull':
      'La ligne {row, number} a {places, plural, one {# emplacement} other {# emplacements}} et {done, number} sont faits ; {more, number} de plus, c’est trop.',
    'crew.whoFollows': 'Qui vient après',
    'crew.whoFollowsFor': 'Qui vient après, {trees}',
    'crew.boxesFull':
      'La ligne {row, number} a {places, plural, one {# emplacement} other {# emplacements}} ; {boxes, number} réservoirs n’y tiennent pas.',
    'rows.notReleased': 'La version {number, number} n’est pas remise.',
    'checks.noPeg':
      'La ligne {row, number} a {pegs, plural, one {# piquet} other {# piquets}} ; il n’y a pas de piquet {peg, number}.',
    'checks.emptyPlot':
      'La placette n’a pas encore d’arbre. Marquez chacun comme bon ou avec son défaut.',
    'checks.moreTrees':
      '{found, number} arbres ont été notés ; une placette de cette taille en tient {most, number}.',
    'checks.ownTrees': 'Ces arbres sont ceux de {planter}. Quelqu’un d’autre les juge.',
    'checks.outsidePlot':
      'La ligne {row, number}, jalon {peg, number} n’est pas dans cette placette.',
    'checks.treeTwice':
      'La ligne {row, number}, jalon {peg, number} figure deux fois dans la placette.',
    'checks.noPlanned':
      'Le plan a les placettes 1 à {plots, number} ; la {number, number} a été rendue.',
    'checks.handedIn':
      'Cette placette a déjà été corrigée par {by}, ligne {row, number}, jalon {peg, number}. Corrigez celle-là.',
    'checks.noPlot': 'La placette que ceci corrige n’existe pas.',
    'checks.decidedMeanwhile':
      'Quelqu’un a décidé cela de {planter} entre-temps ; c’est sous « Décidé ». Retirez-le là d’abord s’il faut autre chose.',
    'checks.noDecision': 'Cette reprise n’existe plus.',
    'checks.notInRework':
      'La ligne {row, number} n’est pas parmi les lignes {rows} de cette reprise.',
    'stock.noLot': 'Il n’y a pas un tel lot sur cette parcelle.',
    'tending.moreTrees':
      'La ligne {row, number} a {places, number} emplacements ; {trees, number} arbres ont été nommés.',
    'site.dayAhead': 'Le {day} est à venir ; aujourd’hui ou un jour passé est accepté.',
    'tending.tooWet':
      'La mesure du {day} est plus humide qu’un sol ne peut l’être : jusqu’à {most, number} % du volume.',
    'tending.noZone': 'Cette zone n’est plus là. Rechargez la page.',
    'survival.noRefill': 'Ces regarnis ne sont plus connus. Rechargez la page.',
    'tending.rowsBackwards':
      'Les lignes {from, number} à {to, number} ont été nommées ; la première vient avant la dernière.',
    'changed.otherEvent':
      'Une saisie de ce numéro est déjà là et dit autre chose. Rien n’a été écrit.',
    'site.databaseAway':
      'La base de données ne répond pas. Rien n’est perdu ; réessayez dans un instant.',
  },
  pt: {
    'measure.missing': 'Aqui é preciso um número.',
    'measure.noNumber': '“{found}” não é um número. Escreva-o como 0,59 ou 1 559.',
    'measure.twoNumbers': '“{found}” pode ser {whole} ou {decimal}. Escreva {plain} ou {longer}.',
    'measure.notWhole': 'Encontrado: {found, number}; aceita-se um número inteiro.',
    'measure.outside': 'Encontrado: {found, number}; aceita-se de {min, number} a {max, number}.',
    'measure.below': 'Encontrado: {found, number}; aceita-se {min, number} no mínimo.',
    'measure.above': 'Encontrado: {found, number}; aceita-se {max, number} no máximo.',
    'changed.limit':
      'Encontrado: {found}; aceita-se {limit, select, min {{accepted} no mínimo} max {{accepted} no máximo} more {mais de {accepted}} other {menos de {accepted}}}.',
    'changed.ahead': 'Isso está no futuro. Acerte o relógio e anote de novo.',
    'air.frost': 'geada',
    'air.cold': 'frio',
    'air.heat': 'calor',
    'air.warm': 'tempo quente',
    'air.dry-air': 'ar seco',
    'air.wind': 'vento',
    'method.ofBlock': 'Todo o talhão',
    'method.ofStock':
      '{stock, select, container {Planta em contentor} other {Raiz nua}}: {species}',
    'method.ofZone': 'Zona {zone}',
    'method.ofLot': 'Lote {lot}, {species}',
    'method.ofRows': 'Tratamento {letter}: linhas {rows}',
    'stock.otherBlock':
      'Essa caixa é o lote {lot} de {block}; está em {here}. Leve-a para lá, ou registe-a em {block}.',
    'stock.goneOn':
      'Retirar isso deixaria {who} com {left, number} do lote {lot}: já saíram árvores dali.',
    'stock.notOut':
      '{who} tem {has, number} do lote {lot}; {count, number} não podem {kind, select, return {voltar} plant {ser plantadas} other {perder-se}}.',
    'stock.notOnHand':
      'Do lote {lot} há {has, number} em {who}{elsewhere, select, yes { ({all, number} em todos os lugares)} other {}}; não se podem tirar {count, number}.',
    'stock.noLabel':
      '“{found}” não é um código de etiqueta; aceitam-se sete letras e algarismos como 7K2M-Q4X.',
    'stock.labelCheck': '“{found}” não bate certo: um sinal está errado ou dois trocados.',
    'stock.notTrees':
      'Não se podem registar {count, number} árvores; aceita-se um número inteiro acima de 0.',
    'stock.thereAlready': 'Já lá estão; escolha outro lugar.',
    'stock.cancelledAlready': 'Esse registo já foi retirado.',
    'stock.noTarget': 'O registo a retirar não está neste lote.',
    'calendar.noSuchTask': 'Essa tarefa não existe; talvez tenha saído do plano entretanto.',
    'calendar.doneAhead': '“{task}” não pode estar feita em {day}: esse dia ainda não chegou.',
    'calendar.dayMissing': 'Diga em que dia “{task}” foi feita.',
    'calendar.labelTimes':
      'Já aplicado {times, plural, one {uma vez} other {# vezes}} em {year}; o rótulo permite {allowed}.',
    'calendar.labelLitres': 'Soma {litres} em {year}; o rótulo permite {allowed}.',
    'calendar.labelActive':
      '{active}: {amount} em {year} com tudo o que se aplicou aqui; permite-se {allowed}.',
    'calendar.labelDays':
      'Faltam {days, plural, one {# dia} other {# dias}} para plantar; o rótulo pede {asked}.',
    'calendar.labelRate': 'Usou-se {used}; a dose do rótulo é {allowed}.',
    'calendar.overLabel':
      'O rótulo opõe-se. {concern} Se foi feito na mesma, diga-o, e fica registado tal como foi.',
    'crew.noPlanter': 'Não há tal plantador neste sítio.',
    'crew.noRow': 'O traçado entregue não tem linha {row, number}.',
    'crew.notTrees':
      'Não se podem registar {count, number} árvores; aceita-se um número inteiro acima de 0.',
    'crew.rowFull':
      'A linha {row, number} tem {places, plural, one {# lugar} other {# lugares}} e {planted, number} estão plantados; mais {more, number} são {over, number} a mais.',
    'crew.ownTrees': 'Pode registar as suas árvores; {planter} regista as dele.',
    'crew.ownHours': 'Estas são as horas de {planter}; cada um regista as suas.',
    'crew.ownWords': 'Isso cabe a {planter} dizer; cada um fala por si.',
    'crew.noTarget': 'O registo a retirar não está lá.',
    'crew.otherPlanter': 'Esse registo é de outro plantador.',
    'crew.noClock': 'Nada disso foi registado para este plantador.',
    'crew.noBlock': 'Esse talhão não é deste sítio.',
    'crew.noMessage': 'Não há tal mensagem.',
    'crew.noNote': 'Não há tal nota.',
    'crew.othersNote': 'Essa nota é de outra pessoa; retira-a o autor ou o chefe.',
    'crew.noLayout': 'Uma linha e uma estaca precisam do seu traçado.',
    'crew.noPicture': 'Isso não é uma imagem que se possa mostrar; aceitam-se JPEG, PNG e WebP.',
    'crew.pictureTooLarge':
      'A foto tem {kilobytes, number} kB depois de reduzida; aceitam-se no máximo 400 kB.',
    'crew.noWords': 'Ainda não há nada a dizer: escreva algo ou tire uma foto.',
    'crew.aloneMinutes':
      'Pediu-se um sinal a cada {minutes, number} minutos; aceitam-se de 5 a 240.',
    'crew.waveFull':
      'A linha {row, number} tem {places, plural, one {# lugar} other {# lugares}} e {done, number} estão feitos; mais {more, number} são de mais.',
    'crew.whoFollows': 'Quem vem a seguir',
    'crew.whoFollowsFor': 'Quem vem a seguir, {trees}',
    'crew.boxesFull':
      'A linha {row, number} tem {places, plural, one {# lugar} other {# lugares}}; {boxes, number} reservatórios não cabem.',
    'rows.notReleased': 'A versão {number, number} não está entregue.',
    'checks.noPeg':
      'A linha {row, number} tem {pegs, plural, one {# estaca} other {# estacas}}; não há estaca {peg, number}.',
    'checks.emptyPlot':
      'A parcela ainda não tem árvores. Marque cada uma como boa ou com o seu defeito.',
    'checks.moreTrees':
      'Foram anotadas {found, number} árvores; numa parcela deste tamanho cabem {most, number}.',
    'checks.ownTrees': 'Estas árvores são de {planter}. Outra pessoa vê-as.',
    'checks.outsidePlot': 'A linha {row, number}, estaca {peg, number} não está nesta parcela.',
    'checks.treeTwice': 'A linha {row, number}, estaca {peg, number} está duas vezes na parcela.',
    'checks.noPlanned':
      'O plano tem as parcelas 1 a {plots, number}; foi entregue a {number, number}.',
    'checks.handedIn':
      'Esta parcela já foi corrigida por {by}, na linha {row, number}, estaca {peg, number}. Corrija essa.',
    'checks.noPlot': 'A parcela que isto corrige não existe.',
    'checks.decidedMeanwhile':
      'Alguém decidiu isto de {planter} entretanto; está em «Decidido». Retire-o lá primeiro se tiver de ser de outro modo.',
    'checks.noDecision': 'Essa revisão já não existe.',
    'checks.notInRework': 'A linha {row, number} não está entre as linhas {rows} desta revisão.',
    'stock.noLot': 'Não há tal lote neste talhão.',
    'tending.moreTrees':
      'A linha {row, number} tem {places, number} lugares; foram indicadas {trees, number} árvores.',
    'site.dayAhead': 'O dia {day} está por vir; aceita-se hoje ou um dia passado.',
    'tending.tooWet':
      'A leitura de {day} é mais húmida do que um solo pode ser: até {most, number} % do volume.',
    'tending.noZone': 'Esta zona já não existe. Carregue a página de novo.',
    'survival.noRefill': 'Esta retancha já não é conhecida. Carregue a página de novo.',
    'tending.rowsBackwards':
      'Foram indicadas as linhas {from, number} a {to, number}; a primeira vem antes da última.',
    'changed.otherEvent': 'Já há um registo com este número que diz outra coisa. Nada foi escrito.',
    'site.databaseAway':
      'A base de dados não responde. Nada se perdeu; tente de novo daqui a pouco.',
  },
};
