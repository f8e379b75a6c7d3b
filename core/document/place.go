package document

import "strings"

// Placed is where a chapter's own path stands in the document: chapters know
// nothing of machines and bridges, they say "plate.volts" and "drive.at".
func Placed(machine, path string) string {
	switch chapter, field, _ := strings.Cut(path, "."); chapter {
	case "plate", "leads", "load", "protection", "fit", "parts", "makeup", "desk":
		return "machines." + machine + "." + path
	case "drive", "rotary", "dc":
		return "bridge." + path
	case "bridge":
		if field == KindCapacitor || field == KindRotary || field == KindDrive || field == KindDC {
			return path // a whole bridge
		}
		if field != "kind" && !strings.HasPrefix(field, "capacitor.") && !strings.HasPrefix(field, "drive.") &&
			!strings.HasPrefix(field, "rotary.") && !strings.HasPrefix(field, "dc.") {
			return "bridge.capacitor." + field
		}
	}
	return path
}
