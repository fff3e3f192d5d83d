import { saidWritten, written } from "@yule/core";

/** Words that are kept as they are and shown in the language of the shop: kinds, strengths, lights and the like. */
const KINDS: ReadonlySet<string> = new Set([
  ...[written`commission`, written`order`, written`mailing list`, written`fair`, written`shop listing`, written`own use`, written`stash`],
  ...[
    written`paper`,
    written`paint`,
    written`card stock`,
    written`card blank`,
    written`envelope`,
    written`masking fluid`,
    written`tape`,
    written`mounting tape`,
    written`glue`,
    written`postage stamp`,
  ],
  ...[
    written`sheet`,
    written`fixative`,
    written`foam tape`,
    written`glitter`,
    written`twine`,
    written`ribbon`,
    written`ink`,
    written`pen`,
    written`gem`,
    written`sleeve`,
    written`box`,
    written`film`,
    written`other`,
    written`tool`,
    written`printing`,
  ],
  ...[written`rough`, written`medium`, written`smooth`, written`pan`, written`tube`, written`liquid`],
  ...[written`tea`, written`coffee`, written`milk`, written`cream`, written`butter`, written`transparent`, written`half covering`, written`covering`],
  ...[written`warm`, written`cool`, written`mixed`, written`plain`, written`formal`, written`funny`, written`daylight`, written`lamplight`],
  ...[written`birthday`, written`anniversary`, written`wedding`, written`school`, written`planning`, written`splitting`, written`painting`, written`finishing`, written`sending`],
  ...[written`left`, written`right`, written`top`, written`bottom`, written`none`, written`panel`, written`mat`, written`base`, written`insert`],
  ...[
    written`not begun`,
    written`on the bench`,
    written`to inspect`,
    written`to assemble`,
    written`to post`,
    written`done`,
    written`good`,
    written`rescue`,
    written`scrap`,
    written`spoilt`,
  ],
  ...[written`bloom`, written`mud`, written`smudge`, written`crept under the tape`, written`torn`, written`fell`, written`clean`, written`dull`],
  ...[written`spoilt panels`, written`other materials`, written`hands`, written`tools and fairs`, written`fees`, written`postage`],
  ...[written`yours`, written`a helper's`, written`first panel`, written`last panel`, written`grey`],
]);

/** A kind in words; what somebody has named herself stays as it is. */
export const kindWord = (kind: string): string => (KINDS.has(kind) ? saidWritten(kind) : kind);

/** Why a panel was lost, as makers say it. */
export const LOSS_REASONS = ["bloom", "mud", "smudge", "crept under the tape", "torn", "fell"] as const;
