// Sets the theme before the first paint, so that a dark room stays dark.
(function () {
  var wish = null;
  try {
    wish = localStorage.getItem("yule.theme");
  } catch (error) {
    wish = null;
  }
  var evening = wish === "evening" || (wish === null && window.matchMedia("(prefers-color-scheme: dark)").matches);
  document.documentElement.classList.toggle("dark", evening);
})();
