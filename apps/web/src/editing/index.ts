export { DeleteButton, DraftState, EditorFrame, NameField, OnSwitch, Refusals } from './editor-frame.js';
export { AddLink, KindPage } from './kind-page.js';
export { changedParts, placesIn, type Kept, type Kind, type PartOf, type Parts } from './kind.js';
export { SettingChoice } from './setting-choice.js';
export { useAsking } from './use-asking.js';
export { useChanged, useEditing, type Editing } from './use-editing.js';
