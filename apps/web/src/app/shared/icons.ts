import { inject, provideAppInitializer, type EnvironmentProviders } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import arrowLeftSvg from 'lucide-static/icons/arrow-left.svg';
import arrowLeftRightSvg from 'lucide-static/icons/arrow-left-right.svg';
import arrowRightSvg from 'lucide-static/icons/arrow-right.svg';
import arrowUpSvg from 'lucide-static/icons/arrow-up.svg';
import bracesSvg from 'lucide-static/icons/braces.svg';
import calendarDaysSvg from 'lucide-static/icons/calendar-days.svg';
import calculatorSvg from 'lucide-static/icons/calculator.svg';
import checkSvg from 'lucide-static/icons/check.svg';
import chevronDownSvg from 'lucide-static/icons/chevron-down.svg';
import chevronLeftSvg from 'lucide-static/icons/chevron-left.svg';
import chevronRightSvg from 'lucide-static/icons/chevron-right.svg';
import circleDashedSvg from 'lucide-static/icons/circle-dashed.svg';
import circleQuestionMarkSvg from 'lucide-static/icons/circle-question-mark.svg';
import clipboardCopySvg from 'lucide-static/icons/clipboard-copy.svg';
import columns2Svg from 'lucide-static/icons/columns-2.svg';
import copySvg from 'lucide-static/icons/copy.svg';
import downloadSvg from 'lucide-static/icons/download.svg';
import eraserSvg from 'lucide-static/icons/eraser.svg';
import eyeSvg from 'lucide-static/icons/eye.svg';
import focusSvg from 'lucide-static/icons/focus.svg';
import folderOpenSvg from 'lucide-static/icons/folder-open.svg';
import funnelXSvg from 'lucide-static/icons/funnel-x.svg';
import globeSvg from 'lucide-static/icons/globe.svg';
import hammerSvg from 'lucide-static/icons/hammer.svg';
import historySvg from 'lucide-static/icons/history.svg';
import imagePlusSvg from 'lucide-static/icons/image-plus.svg';
import importSvg from 'lucide-static/icons/import.svg';
import keyboardSvg from 'lucide-static/icons/keyboard.svg';
import layersSvg from 'lucide-static/icons/layers.svg';
import listSvg from 'lucide-static/icons/list.svg';
import listChecksSvg from 'lucide-static/icons/list-checks.svg';
import listOrderedSvg from 'lucide-static/icons/list-ordered.svg';
import listXSvg from 'lucide-static/icons/list-x.svg';
import locateFixedSvg from 'lucide-static/icons/locate-fixed.svg';
import lockSvg from 'lucide-static/icons/lock.svg';
import lockOpenSvg from 'lucide-static/icons/lock-open.svg';
import logInSvg from 'lucide-static/icons/log-in.svg';
import maximizeSvg from 'lucide-static/icons/maximize.svg';
import maximize2Svg from 'lucide-static/icons/maximize-2.svg';
import mergeSvg from 'lucide-static/icons/merge.svg';
import minimize2Svg from 'lucide-static/icons/minimize-2.svg';
import minusSvg from 'lucide-static/icons/minus.svg';
import notebookPenSvg from 'lucide-static/icons/notebook-pen.svg';
import packageSvg from 'lucide-static/icons/package.svg';
import panelRightOpenSvg from 'lucide-static/icons/panel-right-open.svg';
import pauseSvg from 'lucide-static/icons/pause.svg';
import pencilSvg from 'lucide-static/icons/pencil.svg';
import pencilRulerSvg from 'lucide-static/icons/pencil-ruler.svg';
import paletteSvg from 'lucide-static/icons/palette.svg';
import pipetteSvg from 'lucide-static/icons/pipette.svg';
import playSvg from 'lucide-static/icons/play.svg';
import gripVerticalSvg from 'lucide-static/icons/grip-vertical.svg';
import plusSvg from 'lucide-static/icons/plus.svg';
import printerSvg from 'lucide-static/icons/printer.svg';
import redo2Svg from 'lucide-static/icons/redo-2.svg';
import refreshCwSvg from 'lucide-static/icons/refresh-cw.svg';
import replaceSvg from 'lucide-static/icons/replace.svg';
import rulerSvg from 'lucide-static/icons/ruler.svg';
import saveSvg from 'lucide-static/icons/save.svg';
import scanEyeSvg from 'lucide-static/icons/scan-eye.svg';
import scanSvg from 'lucide-static/icons/scan.svg';
import scanTextSvg from 'lucide-static/icons/scan-text.svg';
import scanSearchSvg from 'lucide-static/icons/scan-search.svg';
import searchSvg from 'lucide-static/icons/search.svg';
import sigmaSvg from 'lucide-static/icons/sigma.svg';
import skipForwardSvg from 'lucide-static/icons/skip-forward.svg';
import slidersHorizontalSvg from 'lucide-static/icons/sliders-horizontal.svg';
import squareDashedSvg from 'lucide-static/icons/square-dashed.svg';
import squareTerminalSvg from 'lucide-static/icons/square-terminal.svg';
import sunMoonSvg from 'lucide-static/icons/sun-moon.svg';
import chartLineSvg from 'lucide-static/icons/chart-line.svg';
import table2Svg from 'lucide-static/icons/table-2.svg';
import timerSvg from 'lucide-static/icons/timer.svg';
import trash2Svg from 'lucide-static/icons/trash-2.svg';
import triangleAlertSvg from 'lucide-static/icons/triangle-alert.svg';
import typeSvg from 'lucide-static/icons/type.svg';
import ungroupSvg from 'lucide-static/icons/ungroup.svg';
import undo2Svg from 'lucide-static/icons/undo-2.svg';
import uploadSvg from 'lucide-static/icons/upload.svg';
import workflowSvg from 'lucide-static/icons/workflow.svg';
import xSvg from 'lucide-static/icons/x.svg';

/** Every icon that the page uses, by the name it has in its set (outlined, 24 × 24, one stroke). */
const ICONS: Readonly<Record<string, string>> = {
  'arrow-left': arrowLeftSvg,
  'arrow-left-right': arrowLeftRightSvg,
  'arrow-right': arrowRightSvg,
  'arrow-up': arrowUpSvg,
  braces: bracesSvg,
  'calendar-days': calendarDaysSvg,
  calculator: calculatorSvg,
  check: checkSvg,
  'chevron-down': chevronDownSvg,
  'chevron-left': chevronLeftSvg,
  'chevron-right': chevronRightSvg,
  'circle-dashed': circleDashedSvg,
  'circle-question-mark': circleQuestionMarkSvg,
  'clipboard-copy': clipboardCopySvg,
  'columns-2': columns2Svg,
  copy: copySvg,
  download: downloadSvg,
  eraser: eraserSvg,
  eye: eyeSvg,
  focus: focusSvg,
  'folder-open': folderOpenSvg,
  'funnel-x': funnelXSvg,
  globe: globeSvg,
  hammer: hammerSvg,
  history: historySvg,
  'image-plus': imagePlusSvg,
  import: importSvg,
  keyboard: keyboardSvg,
  layers: layersSvg,
  list: listSvg,
  'list-checks': listChecksSvg,
  'list-ordered': listOrderedSvg,
  'list-x': listXSvg,
  'locate-fixed': locateFixedSvg,
  lock: lockSvg,
  'lock-open': lockOpenSvg,
  'log-in': logInSvg,
  maximize: maximizeSvg,
  'maximize-2': maximize2Svg,
  merge: mergeSvg,
  'minimize-2': minimize2Svg,
  minus: minusSvg,
  'notebook-pen': notebookPenSvg,
  package: packageSvg,
  'panel-right-open': panelRightOpenSvg,
  pause: pauseSvg,
  pencil: pencilSvg,
  'pencil-ruler': pencilRulerSvg,
  palette: paletteSvg,
  pipette: pipetteSvg,
  play: playSvg,
  'grip-vertical': gripVerticalSvg,
  plus: plusSvg,
  printer: printerSvg,
  'redo-2': redo2Svg,
  'refresh-cw': refreshCwSvg,
  replace: replaceSvg,
  ruler: rulerSvg,
  save: saveSvg,
  'scan-eye': scanEyeSvg,
  'scan-search': scanSearchSvg,
  scan: scanSvg,
  'scan-text': scanTextSvg,
  search: searchSvg,
  sigma: sigmaSvg,
  'skip-forward': skipForwardSvg,
  'sliders-horizontal': slidersHorizontalSvg,
  'square-dashed': squareDashedSvg,
  'square-terminal': squareTerminalSvg,
  'sun-moon': sunMoonSvg,
  'chart-line': chartLineSvg,
  'table-2': table2Svg,
  timer: timerSvg,
  'trash-2': trash2Svg,
  'triangle-alert': triangleAlertSvg,
  type: typeSvg,
  'undo-2': undo2Svg,
  ungroup: ungroupSvg,
  upload: uploadSvg,
  workflow: workflowSvg,
  x: xSvg,
};

/** Makes the icons known to `mat-icon`: they come with the page's own script, none is fetched. */
export function provideIcons(): EnvironmentProviders {
  return provideAppInitializer(() => {
    const [registry, sanitizer] = [inject(MatIconRegistry), inject(DomSanitizer)];
    for (const [name, svg] of Object.entries(ICONS))
      registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
  });
}
