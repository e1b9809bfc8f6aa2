export { ThingButtons, EditorFrame, NameField, OnSwitch, Refusals } from './editor-frame.js';
export { GroupBlank, GroupField } from './group-blank.js';
export { AddLink, DraftRow, KindPage } from './kind-page.js';
export { declared, type Declared } from './declare.js';
export { changedParts, type Kept, type Kind, type PartOf, type Parts } from './kind.js';
export { useOpen, useOpenOf, type Open } from './open.js';
export { SeveralBar } from './several-bar.js';
export { SplitPage } from './split-page.js';
export { SettingChoice } from './setting-choice.js';
export { useSeveral } from './use-several.js';
export { UserOf } from './user-of.js';
export { useAsking } from './use-asking.js';
export { useChanged, useEditing, type Editing } from './use-editing.js';
export { SettingFrame } from './setting-frame.js';
export {
  changedIn,
  ONE,
  settingDrafts,
  useEditedSetting,
  type EditedSetting,
  type Saved,
} from './use-edited-setting.js';
