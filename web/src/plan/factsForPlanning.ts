/**
 * What a season is planned and played from, with all that the bench has learned of times. Loaded when something is planned here: the first view
 * shows the plan that the shop has, and does without.
 */
export { oddsOf, quickerPosts, readyAfter, seasonFacts, spreadsOf } from "@yule/derive";
