package drive_test

import (
	"fmt"

	"graybridge/core/drive"
)

// A drive as entered, before it stands over a motor: what it gives on a 120 V line.
func ExampleTake() {
	t := drive.Take(drive.Entry{Profile: "ghyll-7", Most: "60 Hz"})
	f := t.Feed(120)
	fmt.Printf("%s gives up to %.0f V and makes its own hertz: %v\n", t.Profile.Name, f.Volts, f.OwnHertz)
	// Output: Ghyll 7 gives up to 230 V and makes its own hertz: true
}
