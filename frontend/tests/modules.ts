/** What has logic and no screen, bundled as one script so that pytest can call it in Chromium. */
export * as outbox from "../src/api/outbox";
export * as sheets from "../src/api/sheets";
export * as clash from "../src/parts/clash";
export * as quantity from "../src/parts/quantity";
export * as tree from "../src/sheets/recovery/tree";
export * as contour from "../src/sheets/recovery/contour";
export * as near from "../src/sheets/recovery/nearness";
export * as left from "../src/way/left";
export * as onItsWay from "../src/sheets/stance/onItsWay";
export { client } from "../src/api/client";
