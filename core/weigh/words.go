package weigh

import (
	"fmt"

	"graybridge/core/finding"
)

// names of the columns in a sentence.
var names = map[string]string{Capacitor: "the capacitor", Rotary: "the rotary converter", Drive: "the drive",
	DC: "the DC controller", None: "none of these"}

// says is which column is taken and why; best is nil where every one is stopped.
func (w *Weighed) says(best *Column) string {
	if best == nil {
		return "None of these as it stands: each bridge is stopped by something below. The last column says what " +
			"is left."
	}
	text := fmt.Sprintf("Take %s: %s", names[best.Kind], best.Best)
	switch {
	case best.limits() > 0:
		text += ", with limits. " + told(best)
	default:
		text += ". Nothing was found against it at your loads and speeds."
	}
	if best.Circuit != "" {
		text += " " + best.Circuit
	}
	return text + waits(w)
}

// waits says that a column is still to come.
func waits(w *Weighed) string {
	for _, c := range w.Columns {
		if c.Waits {
			return " " + finding.Upper(names[c.Kind]) + " is still being worked out."
		}
	}
	return ""
}

// told is what decides a column, in its own bay's words.
func told(c *Column) string {
	if d := c.Deciding(); d != nil {
		return d.Told()
	}
	return "Nothing is judged yet."
}

// reason says why a column was not taken.
func reason(c, best *Column) string {
	name := finding.Upper(names[c.Kind])
	switch {
	case c.Waits:
		return name + ": still being worked out."
	case c.Grade == finding.Open:
		return name + ": not judged yet."
	case c.Grade == finding.Stop:
		return name + ": no. " + told(c)
	case best != nil && c.rank() == best.rank() && c.limits() == best.limits():
		return name + ": would do as well, with more or dearer parts (guide value)."
	case best != nil && c.rank() == best.rank():
		return fmt.Sprintf("%s: would do, with limits at %d of the questions against %d.", name, c.limits(),
			best.limits())
	}
	return name + ": would do, with limits. " + told(c)
}
