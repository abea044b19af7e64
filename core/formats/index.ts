export { readKit, KIT_FORMAT, type KitSources } from './kit.js';
export { readTokens, readTextStyles } from './tokens.js';
export { readTree } from './tree.js';
export { Report, isObject, isId } from './checks.js';
export {
  decodeRows,
  readRows,
  updateRows,
  valueOf,
  writeRows,
  writeRowsJson,
  MOST_COLUMNS,
  MOST_ROWS,
  type ReadRows,
} from './rows.js';
export { readTokenFile, writeTokenCss, writeTokenFile, MOST_TOKEN_TEXT, type TokenFile } from './tokenFile.js';
export { kitOfManifest, readManifest, roleOfElement, writeManifest, type ReadManifest } from './manifest.js';
export { cssName } from './tokenCss.js';
export { writeComponent, writeKit, writeTokens, writeTree } from './writeKit.js';
export { isZip, PackageProblem, unpack, unpackKit } from './package.js';
export {
  packProject,
  PACKAGE_FORMAT,
  unpackProject,
  zipped,
  type PackedKit,
  type PackedPicture,
  type PackedProject,
} from './projectPackage.js';
