import { renameCoat } from './coat/renameCoat.js';
import { binCoat } from './coat/binCoat.js';
import { dismissKinds } from './coat/dismissKinds.js';
import { setPolicy } from './coat/setPolicy.js';
import { setLimits } from './coat/setLimits.js';
import { setScope } from './coat/setScope.js';
import { setFlavour } from './coat/setFlavour.js';
import { setUses } from './coat/setUses.js';
import { setThresholds } from './coat/setThresholds.js';
import { chooseHost } from './coat/chooseHost.js';
import { setDisplay } from './display/setDisplay.js';
import { removeDisplay } from './display/removeDisplay.js';
import { addVariant } from './variant/addVariant.js';
import { renameVariant } from './variant/renameVariant.js';
import { moveVariant } from './variant/moveVariant.js';
import { removeVariant } from './variant/removeVariant.js';
import { addPicture } from './picture/addPicture.js';
import { setPicture } from './picture/setPicture.js';
import { replacePicture } from './picture/replacePicture.js';
import { setGuides } from './picture/setGuides.js';
import { removePicture } from './picture/removePicture.js';
import { addElement } from './element/addElement.js';
import { setElement } from './element/setElement.js';
import { carryElement } from './element/carryElement.js';
import { mergeElements } from './element/mergeElements.js';
import { moveElement } from './element/moveElement.js';
import { removeElement } from './element/removeElement.js';
import { measureElement } from './element/measureElement.js';
import { drawRegion } from './region/drawRegion.js';
import { lookedAgain } from './region/lookedAgain.js';
import { removeRegion } from './region/removeRegion.js';
import { setKind } from './kind/setKind.js';
import { removeKind } from './kind/removeKind.js';
import { addFont } from './font/addFont.js';
import { removeFont } from './font/removeFont.js';
import { setTrait } from './trait/setTrait.js';
import { clearTrait } from './trait/clearTrait.js';
import { weighTrait } from './trait/weighTrait.js';
import { chooseOffer } from './match/chooseOffer.js';
import { layOver } from './match/layOver.js';
import { followUp } from './match/followUp.js';
import { sayStanding } from './match/sayStanding.js';
import { noteMatch } from './match/noteMatch.js';
import { setByHand } from './match/setByHand.js';
import { releaseElement } from './match/releaseElement.js';
import { setLayerTraits } from './layer/setLayerTraits.js';
import { renewLayer } from './layer/renewLayer.js';
import { setOwn } from './layer/setOwn.js';
import { raiseLayer } from './layer/raiseLayer.js';
import { removeLayer } from './layer/removeLayer.js';
import { setHandmade } from './handmade/setHandmade.js';
import { removeHandmade } from './handmade/removeHandmade.js';
import { acceptFinding } from './finding/acceptFinding.js';
import { reopenFinding } from './finding/reopenFinding.js';
import { setTrial } from './trial/setTrial.js';
import { removeTrial } from './trial/removeTrial.js';
import { addSurvey } from './survey/addSurvey.js';
import { renameSurvey } from './survey/renameSurvey.js';
import { removeSurvey } from './survey/removeSurvey.js';
import { addReading } from './reading/addReading.js';
import { setReading } from './reading/setReading.js';
import { removeReading } from './reading/removeReading.js';
import { addCapture } from './capture/addCapture.js';
import { setCapture } from './capture/setCapture.js';
import { removeCapture } from './capture/removeCapture.js';
import { setSightings } from './sighting/setSightings.js';
import { tickStep } from './plan/tickStep.js';
import { moveStep } from './plan/moveStep.js';
import { unmoveSteps } from './plan/unmoveSteps.js';
import { commandBook, type Many } from './book.js';
import type { CommandFile, FieldsOf } from './command.js';

/** Everything that a person can do to a coat. A command is added here, in its place among those of its subject, and nowhere else. */
export const COMMANDS = [
  renameCoat,
  binCoat,
  dismissKinds,
  setPolicy,
  setLimits,
  setScope,
  setFlavour,
  setUses,
  setThresholds,
  chooseHost,
  setDisplay,
  removeDisplay,
  addVariant,
  renameVariant,
  moveVariant,
  removeVariant,
  addPicture,
  setPicture,
  replacePicture,
  setGuides,
  removePicture,
  addElement,
  setElement,
  carryElement,
  mergeElements,
  moveElement,
  removeElement,
  measureElement,
  drawRegion,
  lookedAgain,
  removeRegion,
  setKind,
  removeKind,
  addFont,
  removeFont,
  setTrait,
  clearTrait,
  weighTrait,
  chooseOffer,
  layOver,
  followUp,
  sayStanding,
  noteMatch,
  setByHand,
  releaseElement,
  setLayerTraits,
  renewLayer,
  setOwn,
  raiseLayer,
  removeLayer,
  setHandmade,
  removeHandmade,
  acceptFinding,
  reopenFinding,
  setTrial,
  removeTrial,
  addSurvey,
  renameSurvey,
  removeSurvey,
  addReading,
  setReading,
  removeReading,
  addCapture,
  setCapture,
  removeCapture,
  setSightings,
  tickStep,
  moveStep,
  unmoveSteps,
] as const;

type Single<F> = F extends CommandFile<infer T, infer S> ? { readonly type: T } & FieldsOf<S> : never;

/** One thing to do: its type and its fields. */
export type SingleCommand = Single<(typeof COMMANDS)[number]>;
export type CommandType = SingleCommand['type'];
export type CommandOf<T extends CommandType> = Extract<SingleCommand, { readonly type: T }>;

export type ManyCommands = Many<SingleCommand>;
export type Command = SingleCommand | ManyCommands;

const BOOK = commandBook<SingleCommand>(COMMANDS);

export const COMMAND_TYPES = COMMANDS.map((c) => c.type);
export const { checkCommand, needsOf, execute, describeCommand } = BOOK;
