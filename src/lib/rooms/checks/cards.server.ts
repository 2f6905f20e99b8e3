import type { Content } from 'pdfmake/interfaces';
import { viewOf } from '../../../../core/checks/drawing';
import { faultsOf } from '../../../../core/checks/tree';
import { taughtOf, treeFor, type Lesson, type Taught } from '../../../../core/checks/trainer';
import { foundOf, lessonWords, sentenceOf } from '../../field/tree-words';
import { fieldWords, numbersIn, type FieldKey, type FieldReader } from '../../words/field';
import type { FigureValue } from '../../../../core/say/message';
import { makePdf } from '../../server/pdf';
import { drawingSvg } from './drawing-svg';

/** Cards of the hole school on A6: a drawing in front, on its back what is wrong and what mends it. */
export function schoolCards(lessons: readonly Lesson[], reader: FieldReader): Promise<Buffer> {
  const say = (key: FieldKey, figures: Record<string, FigureValue> = {}) =>
    fieldWords(key, figures, reader);
  const measure = (text: string) => numbersIn(text, reader.language);
  const tongue = { say, measure, system: reader.system };
  const cards = lessons.flatMap((lesson) =>
    [...taughtOf(lesson), undefined].flatMap((fault, number): Content[] => {
      const tree = treeFor(lesson, fault, 0.4, `card ${lesson.stock} ${lesson.hole} ${number}`);
      const [found] = faultsOf(tree);
      const view = fault ? viewOf(fault) : 'section';
      return [
        {
          pageBreak: 'before',
          stack: [
            { text: say('school.ask'), fontSize: 17, bold: true },
            {
              text: lessonWords(lesson, tongue),
              fontSize: 10,
              margin: [0, 3, 0, 8],
            },
            { svg: drawingSvg(tree, view), fit: [258, 300] },
          ],
        },
        {
          pageBreak: 'before',
          stack: [
            { text: found ? say('school.mend') : say('school.leave'), fontSize: 22, bold: true },
            {
              text: found
                ? `${say(`fault.${found.fault}`)}${found.kind === 'none' ? '' : `: ${foundOf(found, tongue)}`}`
                : '',
              fontSize: 15,
              bold: true,
              color: '#a63a1f',
              margin: [0, 6, 0, 6],
            },
            {
              text: found
                ? `${sentenceOf(found, tongue)} ${say(`school.how.${found.fault as Taught}`)}`
                : say('school.good'),
              fontSize: 14,
            },
          ],
        },
      ];
    }),
  );
  // The first card begins the first page.
  if (cards[0] && typeof cards[0] === 'object' && 'pageBreak' in cards[0])
    delete (cards[0] as { pageBreak?: string }).pageBreak;
  return makePdf({
    pageSize: 'A6',
    pageMargins: [20, 18, 20, 16],
    info: { title: say('school.title') },
    content: cards,
  });
}
