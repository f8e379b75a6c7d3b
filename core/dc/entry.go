package dc

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/openfile"
	"graybridge/core/unit"
)

// Entry is the controller as chosen and as it will be used.
type Entry struct {
	Controller string   `json:"controller,omitempty" example:"sike-90" doc:"id of one that ships, or of own"`
	Own        *Profile `json:"own,omitempty" entry:"whole" doc:"a profile brought in as a file"`
	Plate      string   `json:"plate,omitempty" example:"IN 230 V AC ARM 180 V DC 10 A FLD 200 V DC" doc:"as printed on the controller; controller by-plate"`
	Candidates string   `json:"candidates,omitempty" entry:"lines" example:"IN 230 V AC ARM 180 V DC 6 A; 90 €" doc:"plates of controllers that may be bought, one a line, a price behind a semicolon"`
	SecondHand string   `json:"second_hand,omitempty" enum:"yes"`

	LineScrews     string `json:"line_screws,omitempty" example:"L N" doc:"letters beside the two line screws"`
	ArmatureScrews string `json:"armature_screws,omitempty" example:"A+ A-" doc:"letters beside the armature's two screws"`
	FieldScrews    string `json:"field_screws,omitempty" example:"F+ F-" doc:"letters beside the field's two screws"`

	Cooling Cooling `json:"cooling,omitempty" enum:"own-fan,blower,non-ventilated"`
	Air     string  `json:"air,omitempty" enum:"clean,dust,wet" doc:"around the controller"`

	At           string `json:"at,omitempty" example:"900 rpm" doc:"of the motor, on the dial"`
	Least        string `json:"least,omitempty" example:"300 rpm" doc:"the slowest that is used"`
	Most         string `json:"most,omitempty" example:"1800 rpm" doc:"at the dial's end"`
	MotorSheave  string `json:"motor_sheave,omitempty" example:"40 mm"`
	ToolSheave   string `json:"tool_sheave,omitempty" example:"400 mm"`
	ToolDiameter string `json:"tool_diameter,omitempty" example:"350 mm"`

	Limit      string `json:"limit,omitempty" example:"130 %" doc:"of rated amps; empty: the plan's"`
	Held       Held   `json:"held,omitempty" enum:"volts,ir,tacho" doc:"how the speed is held"`
	IR         string `json:"ir,omitempty" example:"80 %" doc:"of the armature's ohms; empty: the plan's"`
	Accelerate string `json:"accelerate,omitempty" example:"4 s" doc:"empty: the plan's"`
	Decelerate string `json:"decelerate,omitempty" example:"4 s" doc:"empty: the plan's"`

	Reverse   string   `json:"reverse,omitempty" enum:"switch" doc:"centre-off switch in the armature leads"`
	Brake     string   `json:"brake,omitempty" enum:"yes" doc:"a resistor across the armature on stop"`
	BrakeOhm  string   `json:"brake_ohm,omitempty" example:"5 Ω" doc:"empty: the plan's"`
	StopsHour string   `json:"stops_hour,omitempty" example:"6"`
	StartBy   string   `json:"start_by,omitempty" enum:"buttons" doc:"with a no-volt release; empty: a plain switch"`
	EStop     string   `json:"emergency_stop,omitempty" enum:"yes"`
	Cable     string   `json:"cable,omitempty" example:"3 m" doc:"to the motor"`
	ReadBack  string   `json:"read_back,omitempty" by:"hand" entry:"lines" example:"MAX 12:00" doc:"where a trim was found"`
	Done      []string `json:"done,omitempty" by:"hand" nullable:"false" doc:"row:NAME, wire:ID"`
}

// Cooling is how the motor is cooled at low speed.
type Cooling string

// The ways.
const (
	OwnFan        Cooling = "own-fan"
	Blower        Cooling = "blower"
	NonVentilated Cooling = "non-ventilated"
)

// Check refuses a controller that is not known, and one of the owner's that is no good
// file.
func (e *Entry) Check() (bad openfile.Problems) {
	if e.Own != nil {
		for _, p := range e.Own.Validate() {
			bad = append(bad, openfile.Problem{Path: "own." + p.Path, Found: p.Found, Wanted: p.Wanted})
		}
		return bad
	}
	if _, ok := ByID(e.Controller); e.Controller != "" && e.Controller != ByPlate && !ok {
		bad = append(bad, openfile.Problem{Path: "controller", Found: fmt.Sprintf("%q", e.Controller),
			Wanted: "the id of a known controller, or its profile under own"})
	}
	return bad
}

// Chosen is what was read; 0 stands for what was not said.
type Chosen struct {
	Entry
	AtRPM, LeastRPM, MostRPM          float64
	MotorSheaveM, ToolSheaveM, ToolM  float64
	LimitShare, IRShare               float64 // −1: not said
	UpS, DownS, BrakeOhms, Stops, Run float64
	Back                              map[string]float64 // share of its turn, by the trim's name
}

// Read reads the entry.
func Read(e Entry) (c Chosen, readings []finding.Reading) {
	c = Chosen{Entry: e, LimitShare: -1, IRShare: -1, Back: map[string]float64{}}
	note := func(field, typed, as, wanted string) {
		r := finding.Reading{Path: "dc." + field, Typed: typed, ReadAs: as}
		if as == "" {
			r.Problem, r.Wanted = finding.NotRead, wanted
		}
		readings = append(readings, r)
	}
	one := func(field, typed string, k unit.Kind, example string, least, most float64, into *float64) {
		if typed == "" {
			return
		}
		x, ok, err := k.One(typed)
		if err != nil || !ok || x < least || x > most {
			note(field, typed, "", example)
			return
		}
		*into = x
		note(field, typed, strings.TrimSpace(unit.Plain(math.Round(x*1000)/1000)+unit.Space+k.Base), "")
	}
	plain := func(field, typed, word, example string, least, most float64, into *float64) {
		if typed == "" {
			return
		}
		x := unit.Decimal(strings.TrimSpace(strings.TrimSuffix(strings.ToLower(strings.TrimSpace(typed)), word)))
		if math.IsNaN(x) || x < least || x > most {
			note(field, typed, "", example)
			return
		}
		*into = x
		note(field, typed, strings.TrimSpace(unit.Plain(x)+unit.Space+word), "")
	}
	one("at", e.At, unit.RPM, "900 rpm", 1, 20000, &c.AtRPM)
	one("least", e.Least, unit.RPM, "300 rpm", 1, 20000, &c.LeastRPM)
	one("most", e.Most, unit.RPM, "1800 rpm", 1, 20000, &c.MostRPM)
	one("motor_sheave", e.MotorSheave, unit.Diameter, "40 mm", 1, 1e4, &c.MotorSheaveM)
	one("tool_sheave", e.ToolSheave, unit.Diameter, "400 mm", 1, 1e4, &c.ToolSheaveM)
	one("tool_diameter", e.ToolDiameter, unit.Diameter, "350 mm", 1, 1e4, &c.ToolM)
	c.MotorSheaveM, c.ToolSheaveM, c.ToolM = c.MotorSheaveM/1000, c.ToolSheaveM/1000, c.ToolM/1000
	one("limit", e.Limit, unit.Portion, "130 %", 0.2, 3, &c.LimitShare)
	one("ir", e.IR, unit.Portion, "80 %", 0, 2, &c.IRShare)
	plain("accelerate", e.Accelerate, "s", "4 s", 0.05, 600, &c.UpS)
	plain("decelerate", e.Decelerate, "s", "4 s", 0.05, 600, &c.DownS)
	one("brake_ohm", e.BrakeOhm, unit.Ohms, "5 Ω", 0.05, 1e5, &c.BrakeOhms)
	plain("stops_hour", e.StopsHour, "", "6", 0.1, 3600, &c.Stops)
	one("cable", e.Cable, unit.Length, "3 m", 0.1, 500, &c.Run)
	c.readBack(note)
	return c, readings
}

// readBack reads where trims were found: a name and a clock's hour, or a share.
func (c *Chosen) readBack(note func(field, typed, as, wanted string)) {
	for line := range strings.SplitSeq(c.ReadBack, "\n") {
		words := strings.Fields(line)
		if len(words) == 0 {
			continue
		}
		share := math.NaN()
		if len(words) == 2 {
			share = clockShare(words[1])
		}
		if math.IsNaN(share) {
			note("read_back", line, "", "MAX 12:00, or MAX 50 %")
			continue
		}
		c.Back[strings.ToUpper(words[0])] = share
		note("read_back", line, words[0]+" at "+Clock(share), "")
	}
}

// clockShare reads "12:00" or "50%" as a share of a pot's turn; NaN where it is neither.
func clockShare(text string) float64 {
	if x, found := strings.CutSuffix(text, "%"); found {
		if v := unit.Decimal(x) / 100; v >= 0 && v <= 1 {
			return v
		}
		return math.NaN()
	}
	hour, minute, found := strings.Cut(text, ":")
	h, m := unit.Decimal(hour), 0.0
	if found {
		m = unit.Decimal(minute)
	}
	if math.IsNaN(h+m) || h < 1 || h > 12 || m >= 60 {
		return math.NaN()
	}
	at := h + m/60
	if at < 7.25 {
		at += 12
	}
	if share := (at - 7.5) / 9; share >= -0.03 && share <= 1.03 {
		return math.Min(1, math.Max(0, share))
	}
	return math.NaN()
}

// Ratio is tool rpm over motor rpm; 1 where no sheaves are said.
func (c Chosen) Ratio() float64 {
	if c.MotorSheaveM > 0 && c.ToolSheaveM > 0 {
		return c.MotorSheaveM / c.ToolSheaveM
	}
	return 1
}
