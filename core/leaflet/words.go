package leaflet

// noTable is what would do where there is none.
const columnsAsked = "Each of code, name, range, default and unit stands over one column."

const noTable = "a table whose head names code and function, then range, default or unit, with a line for each " +
	"below it; or lines that begin with their codes, like “P1.02 Maximum frequency 10-400 Hz 50”"
