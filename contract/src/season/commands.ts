import { addNeed, changeNeed, removeNeed, addNeeds, serveNeed, tellOutcome } from "./needs.ts";
import { changeSeason, closeSeason, openSeason, prepareSeason } from "./seasons.ts";
import { answerLesson, noteLesson, removeLesson } from "./lessons.ts";
import { setSessions, addSessionChange, addSessionChanges, pinSession, removeSessionChange, unpinSession } from "./sessions.ts";
import { addOwnOccasion, addOwnOccasions, removeOwnOccasion } from "./ownOccasions.ts";

/** What a maker can say of this, with the schema of each. */
export const seasonCommands = {
  "add-need": addNeed,
  "change-need": changeNeed,
  "remove-need": removeNeed,
  "add-needs": addNeeds,
  "serve-need": serveNeed,
  "tell-outcome": tellOutcome,
  "prepare-season": prepareSeason,
  "change-season": changeSeason,
  "close-season": closeSeason,
  "open-season": openSeason,
  "note-lesson": noteLesson,
  "answer-lesson": answerLesson,
  "remove-lesson": removeLesson,
  "set-sessions": setSessions,
  "add-session-change": addSessionChange,
  "add-session-changes": addSessionChanges,
  "remove-session-change": removeSessionChange,
  "pin-session": pinSession,
  "unpin-session": unpinSession,
  "add-own-occasion": addOwnOccasion,
  "add-own-occasions": addOwnOccasions,
  "remove-own-occasion": removeOwnOccasion,
} as const;
