package logbook

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Minutes is a moment of the book, 2026-03-02T18:00:00Z, in minutes since the beginning of the
// year 1 of the civil calendar; NaN where it is none.
func Minutes(moment string) float64 {
	if !isTime(moment) {
		return math.NaN()
	}
	var y, m, d, hour, min int
	_, _ = fmt.Sscanf(moment[:16], "%04d-%02d-%02dT%02d:%02d", &y, &m, &d, &hour, &min)
	sec, err := strconv.ParseFloat(strings.TrimSuffix(moment[17:], "Z"), 64)
	if err != nil {
		return math.NaN()
	}
	days := 365*(y-1) + (y-1)/4 - (y-1)/100 + (y-1)/400
	for k := 1; k < m; k++ {
		days += daysOf(y, k)
	}
	return float64(days+d-1)*24*60 + float64(hour*60+min) + sec/60
}
