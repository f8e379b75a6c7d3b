package supply

import (
	"errors"
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// cores is a conductor as cables are sold in North America: gauge and how many.
var cores = regexp.MustCompile(`^(\d{1,2})\s*[-/]\s*(\d)$`)

// conductor reads a size, or what is printed on a cable: 12-2 is two conductors of 12 AWG.
func conductor(text string, rules table.Rules) (c unit.Conductor, n int, err error) {
	if m := cores.FindStringSubmatch(strings.TrimSpace(text)); m != nil {
		c.AWG, _ = strconv.Atoi(m[1])
		n, _ = strconv.Atoi(m[2])
		return c, n, nil
	}
	c, ok, err := unit.ParseConductorIn(rules == table.NorthAmerica, text)
	if err == nil && !ok {
		err = errNoSize
	}
	return c, 0, err
}

var errNoSize = errors.New("no size stands there")

// readWall reads what was found in the wall: the feeder as it lies, its earth, and what
// else hangs on it. one reads an entry of one number.
func (s *Supply) readWall(e Entry, one func(field, typed string, k unit.Kind, into *float64) bool) []finding.Reading {
	var readings []finding.Reading
	note := func(field, typed, readAs, wanted string) {
		r := finding.Reading{Path: "supply." + field, Typed: typed, ReadAs: readAs}
		if readAs == "" {
			r.Problem, r.Wanted = finding.NotRead, wanted
		}
		readings = append(readings, r)
	}
	if e.Loaded != "" {
		note("loaded", e.Loaded, s.readLoaded(e.Loaded),
			"two readings at once, like 231 V 9.5 A, below the volts with nothing running")
	}
	if e.Panel != "" {
		note("panel", e.Panel, s.readPanel(e.Panel), "its main breaker, and what else runs behind it, like 100 A, "+
			"else 30 A")
	}
	for line := range unit.Lines(e.OverTime) {
		at, ok := readVoltsAt(line)
		text := ""
		if ok {
			s.Over, text = append(s.Over, at), unit.Text(at.Volts, "V")+" on "+at.When
		}
		note("over_time", line, text, "a day, an hour where it matters, and the volts, like 2026-03-02 18:00 229 V")
	}
	s.Circuit, s.Residual, s.Seen = strings.TrimSpace(e.Circuit), e.Residual, e.Seen
	if e.FeederSize != "" {
		c, n, err := conductor(e.FeederSize, s.rules)
		text := c.String()
		if n > 0 {
			text += fmt.Sprintf(", %d conductors", n)
		}
		if err != nil {
			text = ""
		} else {
			s.Feeder, s.Cores = c, n
		}
		note("feeder_size", e.FeederSize, text, unit.Wanted(err, unit.Area.Example))
	}
	s.Laid = table.Laid{Conductor: s.Feeder, Cable: e.Cable, Marked75: e.Terminals == "75", AirC: math.NaN()}
	one("air", e.Air, unit.Celsius, &s.Laid.AirC)
	if e.Together != "" {
		n, err := strconv.Atoi(strings.TrimSpace(e.Together))
		if err != nil || n < 1 || n > mostTogether {
			note("together", e.Together, "", fmt.Sprintf("a whole number from 1 to %d", mostTogether))
		} else {
			s.Laid.Together = n
			note("together", e.Together, fmt.Sprint(n), "")
		}
	}
	s.Carried = s.Laid.Carries()
	for line := range unit.Lines(e.Others) {
		m := beside.FindStringSubmatch(line)
		amps := 0.0
		if m != nil {
			amps = unit.Decimal(m[2])
		}
		if !(amps > 0 && amps <= unit.Amps.Largest) {
			note("others", line, "", "what it is, then its amps, like lights 2 A")
			continue
		}
		s.Others = append(s.Others, Other{m[1], amps})
		s.Beside += amps
		note("others", line, m[1]+" "+unit.Text(amps, "A"), "")
	}
	s.readEarth(e, note)
	return readings
}

var underLoad = regexp.MustCompile(`(?i)^([\d.,]+)\s*v?\s+(?:at\s+)?([\d.,]+)\s*a?$`)

// readLoaded takes the supply's own ohms from volts read under a known load: what is missing
// of the volts with nothing drawn, over the amps. Empty where the reading is none.
func (s *Supply) readLoaded(typed string) string {
	m := underLoad.FindStringSubmatch(strings.TrimSpace(typed))
	if m == nil {
		return ""
	}
	u := Under{unit.Decimal(m[1]), unit.Decimal(m[2])}
	if !(u.Volts > s.Volts/2 && u.Volts <= s.Volts && u.Amps > 0 && u.Amps <= unit.Amps.Largest) {
		return ""
	}
	s.Reading, s.SourceOhm = u, (s.Volts-u.Volts)/u.Amps
	return fmt.Sprintf("%s at %s: %s ahead of the panel", unit.Text(u.Volts, "V"), unit.Text(u.Amps, "A"),
		unit.Text(s.SourceOhm, "Ω"))
}

// mostTogether bounds what lies in one conduit.
const mostTogether = 40

func (s *Supply) readEarth(e Entry, note func(field, typed, readAs, wanted string)) {
	typed := strings.TrimSpace(e.Earth)
	switch {
	case typed == "" && s.Laid.Cable == table.Cord && s.Cores == 2: // both are lines
		s.Earth = Earthing{None: true}
	case typed == "":
	case strings.EqualFold(typed, noEarth), strings.EqualFold(typed, "no"):
		s.Earth = Earthing{None: true}
		note("earth", e.Earth, "none", "")
	default:
		c, _, err := conductor(typed, s.rules)
		if err != nil {
			note("earth", e.Earth, "", unit.Wanted(err, "its size, or none"))
			return
		}
		s.Earth = Earthing{Conductor: c, Known: true}
		note("earth", e.Earth, c.String(), "")
	}
}

// By is the supply with its feeder judged by a workshop's own tables where they have it.
func (s Supply) By(own *table.Own) Supply {
	if own != nil {
		s.Laid.Own = own
		s.Carried = s.Laid.Carries()
	}
	return s
}

// VoltsAt is a reading at the outlet at some time.
type VoltsAt struct {
	When  string  `json:"when"`
	Volts float64 `json:"volts"`
}

var (
	mainAmps   = regexp.MustCompile(`(?i)^([\d.,]+)\s*a?(?:\s*main)?(?:\s*[,;]\s*(?:else\s*)?([\d.,]+)\s*a?(?:\s*else)?)?$`)
	datedVolts = regexp.MustCompile(`(?i)^(\d{4}-\d{2}-\d{2}(?:[ T]\d{1,2}:\d{2})?)\s*[:,]?\s+([\d.,]+)\s*v?$`)
)

// readPanel reads the panel's main breaker and what else runs behind it; it gives how it was
// read, empty where it cannot be.
func (s *Supply) readPanel(typed string) string {
	m := mainAmps.FindStringSubmatch(strings.TrimSpace(typed))
	if m == nil {
		return ""
	}
	main, rest := unit.Decimal(m[1]), 0.0
	if m[2] != "" {
		rest = unit.Decimal(m[2])
	}
	if !(main > 0 && main <= unit.Amps.Largest && rest >= 0 && rest <= unit.Amps.Largest) {
		return ""
	}
	s.Main, s.Else = main, rest
	if rest == 0 {
		return unit.Rating(main) + " main"
	}
	return unit.Rating(main) + " main, " + unit.Text(rest, "A") + " else"
}

func readVoltsAt(line string) (at VoltsAt, ok bool) {
	m := datedVolts.FindStringSubmatch(line)
	if m == nil {
		return at, false
	}
	volts, ok, err := unit.Volts.One(m[2])
	return VoltsAt{m[1], volts}, ok && err == nil && dated(m[1])
}

// dated says that a day is one of the calendar.
func dated(text string) bool {
	year, month, day := 0, 0, 0
	if n, err := fmt.Sscanf(text[:10], "%d-%d-%d", &year, &month, &day); n != 3 || err != nil {
		return false
	}
	days := [...]int{31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31}
	return year > 1900 && month >= 1 && month <= 12 && day >= 1 && day <= days[month-1]
}
