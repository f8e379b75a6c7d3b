package document

import (
	"strings"

	"graybridge/core/entry"
)

// Changed says in words what differs from one document to the next, as the
// revision strip shows it: "supply volts 236 → 231; 1 move ticked". Settings of
// the workshop are not the job's and are left out.
func Changed(from, to Document) string {
	return entry.Words(entry.Changes(from, to), func(path string) string {
		if strings.HasPrefix(path, "bridge.drive.") || strings.HasPrefix(path, "bridge.dc.") {
			return "step"
		}
		if strings.Contains(path, ".brushed.look") {
			return "look"
		}
		return "move"
	})
}
