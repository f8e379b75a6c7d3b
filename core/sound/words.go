package sound

import (
	"fmt"
	"strings"
)

// says a spectrum in words, for who does not look at the picture.
func says(s Spectrum) string {
	if len(s.Peaks) == 0 {
		return fmt.Sprintf("%.1f s; no single tone stands out.", s.Seconds)
	}
	tones := make([]string, len(s.Peaks))
	for i, p := range s.Peaks {
		tones[i] = fmt.Sprintf("%.0f", p)
	}
	return fmt.Sprintf("%.1f s; tones stand out at %s Hz.", s.Seconds, strings.Join(tones, ", "))
}
