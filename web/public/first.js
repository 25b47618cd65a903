// Run before anything is drawn; the names are those of the settings (src/app/settings.tsx).
try {
  var theme = JSON.parse(localStorage.getItem("apodemos.settings") || "{}").theme;
  if (theme) document.documentElement.dataset.theme = theme;
} catch (e) {
  // The usual theme it is.
}
