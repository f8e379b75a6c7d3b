package drive

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/openfile"
	"graybridge/core/unit"
)

// Entry is the drive as chosen and as it will be used.
type Entry struct {
	Profile    string   `json:"profile,omitempty" example:"tarn-22" doc:"id of one that ships, or of own"`
	Own        *Profile `json:"own,omitempty" entry:"whole" doc:"a profile brought in as a file"`
	Plate      string   `json:"plate,omitempty" example:"IN 1~ 200-240 V 14 A OUT 3~ 0-240 V 7 A 1.5 kW" doc:"as printed on the drive; profile by-plate"`
	Candidates string   `json:"candidates,omitempty" entry:"lines" example:"IN 1~ 200-240 V 9.9 A OUT 3~ 4.5 A 1.1 kW; 120 €" doc:"plates of drives that may be bought, one a line, a price behind a semicolon"`
	OnePhase   string   `json:"one_phase,omitempty" enum:"yes,no" doc:"its leaflet allows one phase at its three-phase input"`

	LineScrews  string `json:"line_screws,omitempty" example:"L N" doc:"letters beside the two line screws"`
	MotorScrews string `json:"motor_screws,omitempty" example:"U V W" doc:"letters beside the three motor screws"`
	Codes       string `json:"codes,omitempty" by:"hand" entry:"lines" example:"motor-amps P3.05" doc:"function and its code, out of the leaflet"`

	SecondHand string  `json:"second_hand,omitempty" enum:"yes"`
	Cooling    Cooling `json:"cooling,omitempty" enum:"own-fan,blower,inverter-duty,non-ventilated"`
	Ambient    string  `json:"ambient,omitempty" example:"35 °C" doc:"around the drive"`
	Altitude   string  `json:"altitude,omitempty" example:"800 m"`
	Carrier    string  `json:"carrier,omitempty" example:"4 kHz"`
	Motors     string  `json:"motors,omitempty" example:"1" doc:"on this drive"`
	Contactor  string  `json:"contactor,omitempty" enum:"yes" doc:"there is one between drive and motor"`
	Reactor    string  `json:"reactor,omitempty" enum:"yes,wanted,bought" device:"reactor"`
	Choke      string  `json:"output_choke,omitempty" enum:"yes,wanted,bought" doc:"between drive and motor" device:"output choke"`
	Resistor   string  `json:"resistor,omitempty" enum:"yes,wanted,bought" device:"braking resistor"`

	At           string `json:"at,omitempty" example:"40 Hz" doc:"on the dial"`
	Least        string `json:"least,omitempty" example:"15 Hz"`
	Most         string `json:"most,omitempty" example:"60 Hz"`
	MotorSheave  string `json:"motor_sheave,omitempty" example:"80 mm"`
	ToolSheave   string `json:"tool_sheave,omitempty" example:"336 mm"`
	ToolDiameter string `json:"tool_diameter,omitempty" example:"600 mm"`
	MotorMost    string `json:"motor_most,omitempty" example:"3000 rpm" doc:"that the plate or its maker grants"`
	Shakes       string `json:"shakes,omitempty" by:"hand" example:"64 Hz" doc:"from where a sweep showed it shaking"`
	Skip         string `json:"skip,omitempty" example:"34-37; 52-54"`
	Accelerate   string `json:"accelerate,omitempty" example:"4 s" doc:"empty: the plan's"`
	Decelerate   string `json:"decelerate,omitempty" example:"6 s" doc:"empty: the plan's"`

	Run       RunBy    `json:"run,omitempty" enum:"keypad,two-wire,three-wire,controller,link"`
	Speed     SpeedBy  `json:"speed,omitempty" enum:"keys,dial,pot,volts,milliamps,presets,link"`
	Direction TurnedBy `json:"direction,omitempty" enum:"fixed,switch,controller"`
	Signal    string   `json:"signal,omitempty" example:"0-50 Hz" doc:"hertz at the ends of a speed signal"`
	Isolated  string   `json:"isolated,omitempty" enum:"yes,no" doc:"signals from another device are isolated"`
	Presets   string   `json:"presets,omitempty" example:"15; 30; 45 Hz" doc:"fixed speeds by contacts"`
	Jog       string   `json:"jog,omitempty" example:"5 Hz"`
	Hold      string   `json:"hold,omitempty" example:"1 s" doc:"direct current at the end of a stop"`
	Mode      Mode     `json:"mode,omitempty" enum:"volts-per-hertz,vector,torque"`
	Tuned     string   `json:"tuned,omitempty" by:"hand" enum:"yes" doc:"the drive has measured the motor"`
	Catch     string   `json:"catch,omitempty" enum:"yes" doc:"it is started onto a turning motor"`
	Restart   string   `json:"restart,omitempty" enum:"yes" doc:"it starts again by itself after an outage"`
	Lid       string   `json:"lid,omitempty" enum:"shut" doc:"it sits behind a shut lid"`
	EStop     string   `json:"emergency_stop,omitempty" enum:"yes,wanted,bought" device:"emergency stop"`
	DailyOff  DailyOff `json:"daily_off,omitempty" enum:"command,breaker"`
	Cable     string   `json:"cable,omitempty" example:"6 m" doc:"to the motor"`
	SinkOhm   string   `json:"sink_ohm,omitempty" by:"hand" example:"0.3 Ω" doc:"heat sink to earth"`
	DialOhm   string   `json:"dial_ohm,omitempty" example:"5 kΩ"`
	TopVolts  string   `json:"top_volts,omitempty" example:"240 V" doc:"greatest input volts it can be set to"`
	ReadBack  string   `json:"read_back,omitempty" by:"hand" entry:"lines" example:"06.1 700" doc:"code and what stands there"`
	Done      []string `json:"done,omitempty" by:"hand" nullable:"false" doc:"row:CODE=VALUE, read DAY WHO; wire:ID, inspect:ID"`
}

// Check refuses a profile that is not known, and one of the owner's that is no good
// file.
func (e *Entry) Check() (bad openfile.Problems) {
	if e.Own != nil {
		for _, p := range e.Own.Validate() {
			bad = append(bad, openfile.Problem{Path: "own." + p.Path, Found: p.Found, Wanted: p.Wanted})
		}
		return bad
	}
	if _, ok := ByID(e.Profile); e.Profile != "" && e.Profile != ByPlate && !ok {
		bad = append(bad, openfile.Problem{Path: "profile", Found: fmt.Sprintf("%q", e.Profile),
			Wanted: "the id of a known drive, or its profile under own"})
	}
	return bad
}

// Cooling is how the motor is cooled at low speed.
type Cooling string

// The ways.
const (
	OwnFan        Cooling = "own-fan"
	Blower        Cooling = "blower"
	InverterDuty  Cooling = "inverter-duty"
	NonVentilated Cooling = "non-ventilated" // no fan at all: it cools alike at any speed
)

// RunBy is where start and stop come from.
type RunBy string

// The sources of run.
const (
	Keypad    RunBy = "keypad"
	TwoWire   RunBy = "two-wire"
	ThreeWire RunBy = "three-wire"
)

// SpeedBy is where the speed comes from.
type SpeedBy string

// The sources of speed.
const (
	Keys SpeedBy = "keys"
	Dial SpeedBy = "dial"
	Pot  SpeedBy = "pot"
)

// TurnedBy is where the direction comes from.
type TurnedBy string

// The sources of direction.
const (
	Fixed  TurnedBy = "fixed"
	Switch TurnedBy = "switch"
)

// DailyOff is how the machine is switched off at night.
type DailyOff string

// The ways.
const (
	ByCommand DailyOff = "command"
	ByBreaker DailyOff = "breaker"
)

// Band is a stretch of hertz that is skipped.
type Band struct{ From, To float64 }

// Chosen is what was read. NaN stands for what was not said, where nothing is a
// number of its own.
type Chosen struct {
	Entry
	AmbientC, AltitudeM, CarrierKHz     float64
	Count                               int
	AtHz, LeastHz, MostHz               float64 // 0: not said
	MotorSheaveM, ToolSheaveM, ToolM    float64
	MotorMostRPM, ShakesHz              float64
	SkipBands                           []Band
	UpS, DownS                          float64
	CableM, SinkOhms, DialOhms, TopVolt float64
	SignalFrom, SignalTo                float64 // NaN: not said
	JogHz, HoldS                        float64
	PresetHz                            []float64
	Back                                map[string]string
}

var bandForm = regexp.MustCompile(`^(\d+(?:[.,]\d+)?)\s*(?:-|–|to)\s*(\d+(?:[.,]\d+)?)\s*(?:hz)?$`)

// Read reads the entry.
//
// Long: a list of entries, each read by itself.
func Read(e Entry) (c Chosen, readings []finding.Reading) {
	c = Chosen{Entry: e, AmbientC: 30, Count: 1, SinkOhms: math.NaN(), DialOhms: math.NaN(), Back: map[string]string{}}
	one := func(field, typed string, k unit.Kind, example string, into *float64) {
		if typed == "" {
			return
		}
		x, ok, err := k.One(typed)
		r := finding.Reading{Path: "drive." + field, Typed: typed}
		if err != nil || !ok {
			r.Problem, r.Wanted = finding.NotRead, example
		} else {
			*into = x
			r.ReadAs = unit.Plain(math.Round(x*1000)/1000) + unit.Space + k.Base
		}
		readings = append(readings, r)
	}
	plain := func(field, typed, word, example string, least, most float64, into *float64) {
		if typed == "" {
			return
		}
		x := unit.Decimal(strings.TrimSpace(strings.TrimSuffix(strings.ToLower(strings.TrimSpace(typed)),
			strings.ToLower(word))))
		r := finding.Reading{Path: "drive." + field, Typed: typed}
		if math.IsNaN(x) || x < least || x > most {
			r.Problem, r.Wanted = finding.NotRead, example
		} else {
			*into, r.ReadAs = x, unit.Plain(x)+unit.Space+word
		}
		readings = append(readings, r)
	}
	one("ambient", e.Ambient, unit.Celsius, "35 °C", &c.AmbientC)
	one("altitude", e.Altitude, unit.Length, "300 m", &c.AltitudeM)
	plain("carrier", e.Carrier, "kHz", "4 kHz", 0.5, 20, &c.CarrierKHz)
	count := 1.0
	plain("motors", e.Motors, "motors", "1", 1, 20, &count)
	c.Count = int(count)
	one("at", e.At, unit.Hertz, "50 Hz", &c.AtHz)
	one("least", e.Least, unit.Hertz, "15 Hz", &c.LeastHz)
	one("most", e.Most, unit.Hertz, "75 Hz", &c.MostHz)
	one("motor_sheave", e.MotorSheave, unit.Diameter, "80 mm", &c.MotorSheaveM)
	one("tool_sheave", e.ToolSheave, unit.Diameter, "336 mm", &c.ToolSheaveM)
	one("tool_diameter", e.ToolDiameter, unit.Diameter, "500 mm", &c.ToolM)
	c.MotorSheaveM, c.ToolSheaveM, c.ToolM = c.MotorSheaveM/1000, c.ToolSheaveM/1000, c.ToolM/1000
	one("motor_most", e.MotorMost, unit.RPM, "3600 rpm", &c.MotorMostRPM)
	one("shakes", e.Shakes, unit.Hertz, "71 Hz", &c.ShakesHz)
	plain("accelerate", e.Accelerate, "s", "4 s", 0.05, 3600, &c.UpS)
	plain("decelerate", e.Decelerate, "s", "6 s", 0.05, 3600, &c.DownS)
	one("jog", e.Jog, unit.Hertz, "5 Hz", &c.JogHz)
	plain("hold", e.Hold, "s", "1 s", 0.05, 60, &c.HoldS)
	readings = append(readings, c.readOutside(&e)...)
	one("cable", e.Cable, unit.Length, "6 m", &c.CableM)
	meter := func(field, typed, example string, into *float64) {
		if typed == "" {
			return
		}
		x, ok, err := unit.Ohms.Meter(typed)
		r := finding.Reading{Path: "drive." + field, Typed: typed}
		if err != nil || !ok {
			r.Problem, r.Wanted = finding.NotRead, unit.Wanted(err, example)
		} else {
			*into, r.ReadAs = x, unit.Ohms.MeterText(x)
		}
		readings = append(readings, r)
	}
	meter("sink_ohm", e.SinkOhm, "0.3 Ω", &c.SinkOhms)
	meter("dial_ohm", e.DialOhm, "5000 Ω", &c.DialOhms)
	one("top_volts", e.TopVolts, unit.Volts, "240 V", &c.TopVolt)
	if e.Skip != "" {
		r := finding.Reading{Path: "drive.skip", Typed: e.Skip}
		for part := range strings.SplitSeq(e.Skip, ";") {
			m := bandForm.FindStringSubmatch(strings.ToLower(strings.TrimSpace(part)))
			if m == nil || unit.Decimal(m[1]) >= unit.Decimal(m[2]) || len(c.SkipBands) == 2 {
				r.Problem, r.Wanted = noBand(part),
					"34-37; 52-54"
				break
			}
			c.SkipBands = append(c.SkipBands, Band{unit.Decimal(m[1]), unit.Decimal(m[2])})
		}
		if r.Problem == "" {
			r.ReadAs = fmt.Sprintf("%d bands", len(c.SkipBands))
		} else {
			c.SkipBands = nil
		}
		readings = append(readings, r)
	}
	for line := range strings.SplitSeq(e.ReadBack, "\n") {
		words := strings.Fields(line)
		if len(words) == 0 {
			continue
		}
		if len(words) != 2 {
			readings = append(readings, finding.Reading{Path: "drive.read_back", Typed: line,
				Problem: aCode, Wanted: "06.1 700"})
			continue
		}
		c.Back[words[0]] = words[1]
	}
	return c, readings
}

// Ratio is tool rpm over motor rpm; 1 where no sheaves are said.
func (c Chosen) Ratio() float64 {
	if c.MotorSheaveM > 0 && c.ToolSheaveM > 0 {
		return c.MotorSheaveM / c.ToolSheaveM
	}
	return 1
}
