package leaflet

const noTable = "No table of functions was found: its head names code and function, then range, default or unit, " +
	"with a line for each below it."
