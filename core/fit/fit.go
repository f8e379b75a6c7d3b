// Package fit is a motor in another's place: the two set side by side from the frame tables
// and from what was measured, what of the old one's mounting survives, what is to be bought or
// bored, both on equal terms, and the order of the mechanical work.
//
// A frame's size is no full guarantee: what the tables do not say (the box's side, cover,
// overall length, weight) is asked, and called not looked at until it is entered.
package fit

import (
	"math"
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// BodyEntry is a motor's body as typed. What is measured goes before the frame table.
type BodyEntry struct {
	Frame       string `json:"frame,omitempty" example:"90S" doc:"as printed; this motor's is taken from its plate"`
	Height      string `json:"height,omitempty" label:"shaft height" example:"90 mm"`
	Across      string `json:"across,omitempty" label:"feet across" example:"140 mm" doc:"between hole centres, across the shaft"`
	Along       string `json:"along,omitempty" label:"feet along" example:"100 mm" doc:"between hole centres, along the shaft"`
	Shoulder    string `json:"shoulder,omitempty" label:"foot hole to shoulder" example:"56 mm"`
	Shaft       string `json:"shaft,omitempty" label:"shaft diameter" example:"24 mm"`
	ShaftLength string `json:"shaft_length,omitempty" label:"shaft length" example:"50 mm"`
	Key         string `json:"key,omitempty" example:"8 × 7 mm" doc:"width × height"`
	EndThread   string `json:"end_thread,omitempty" label:"thread in the shaft's end" example:"M8"`
	FaceCircle  string `json:"face_circle,omitempty" label:"bolt circle of the face" example:"115 mm"`
	Box         Side   `json:"box,omitempty" label:"terminal box side" enum:"left,right,top" doc:"facing the shaft end"`
	Overall     string `json:"overall,omitempty" label:"overall length" example:"285 mm"`
	Weight      string `json:"weight,omitempty" example:"14 kg"`
}

// TermsEntry is the other motor's plate, as far as a comparison needs it.
type TermsEntry struct {
	Power  string `json:"power,omitempty" example:"0.75 kW"`
	Volts  string `json:"volts,omitempty" example:"230 V" doc:"those it was fed with"`
	Amps   string `json:"amps,omitempty" example:"5.2 A"`
	Phases string `json:"phases,omitempty" enum:"1,3,dc"`
	RPM    string `json:"rpm,omitempty" example:"1400"`
}

// Side of a motor, facing its shaft end.
type Side string

// Coupling is what the shaft drives through.
type Coupling string

// The ways a shaft drives a machine.
const (
	Belt   Coupling = "belt"
	Direct Coupling = "coupling" // shaft to shaft
	Stub   Coupling = "on-shaft" // the tool sits on the shaft
)

// Mount is how the motor is held.
type Mount string

// The mounts.
const (
	Feet Mount = "feet"
	Face Mount = "face"
)

// Entry is a replacement as typed.
type Entry struct {
	OtherIs  string     `json:"other_is,omitempty" label:"the other motor is" enum:"old,new" doc:"empty: the old one, which this one replaces"`
	Other    BodyEntry  `json:"other,omitzero" label:"other motor's"`
	Plate    TermsEntry `json:"plate,omitzero" label:"other motor's plate"`
	This     BodyEntry  `json:"this,omitzero" label:"this motor's"`
	Mount    Mount      `json:"mount,omitempty" label:"held by" enum:"feet,face"`
	Coupling Coupling   `json:"coupling,omitempty" label:"drives by" enum:"belt,coupling,on-shaft"`
	Bore     string     `json:"bore,omitempty" label:"bore of pulley or coupling" example:"19 mm"`
	Keyway   string     `json:"keyway,omitempty" label:"keyway of it" example:"6 mm"`
	Room     string     `json:"room,omitempty" label:"room for the motor's length" example:"300 mm"`
	Tried    string     `json:"tried,omitempty" label:"tried loosely, cover on" enum:"fits,fouls"`
	Lifts    string     `json:"lifts,omitempty" label:"who lifts" example:"Odile W. and Bram T."`
}

// Dim is one dimension in mm and where it comes from; 0: not known.
type Dim struct {
	MM   float64
	Mark finding.Mark
}

// Body is a motor's body as read.
type Body struct {
	Frame                                                         string
	Known                                                         bool // the frame stands in a table
	Inch                                                          bool
	Height, Across, Along, Shoulder, Shaft, ShaftLength, KeyWidth Dim
	FaceCircle, Overall                                           Dim
	EndThread                                                     int // M; 0: not known
	EndThreadMark                                                 finding.Mark
	Box                                                           Side
	Kilograms                                                     float64
	Source                                                        string
}

// Terms are what a motor takes and gives.
type Terms struct {
	VoltAmps, Watts, RPM float64 // 0: not known
	SlowRPM, SlowNm      float64 // at the slowest speed used
	SlowBy               string
	FromTable            bool // amps were not entered: the code table's
}

// Torque at the plate's speed, N·m; 0: not known. T = 9.549·P/rpm.
func (t Terms) Torque() float64 {
	if t.RPM == 0 {
		return 0
	}
	return 9.549 * t.Watts / t.RPM
}

// Fit is what was read.
type Fit struct {
	Entry
	Old, New   Body
	OldTerms   Terms // of the other motor, whichever it is, until Placed
	NewTerms   Terms
	Bore       Dim
	Keyway     Dim
	RoomMM     float64
	otherKnown bool
}

var twoSides = regexp.MustCompile(`^(.+?)\s*[x×*]\s*(.+)$`)

// reader reads the entries of a replacement.
type reader struct{ finding.Reader }

func (r *reader) one(field, typed string, k unit.Kind) (x float64) {
	r.One(field, typed, k, &x)
	return x
}

func (r *reader) body(at string, e BodyEntry, plateFrame string, inches bool) (b Body) {
	printed := e.Frame
	if printed == "" {
		printed = plateFrame
	}
	b.Frame = strings.TrimSpace(printed)
	if f, ok := table.FrameOf(printed, inches); ok {
		b.Known, b.Inch, b.Source = true, f.Inch, f.Source
		for _, d := range []struct {
			into *Dim
			mm   float64
		}{{&b.Height, f.Height}, {&b.Across, f.Across}, {&b.Along, f.Along}, {&b.Shoulder, f.Shoulder},
			{&b.Shaft, f.Shaft}, {&b.ShaftLength, f.ShaftLength}, {&b.KeyWidth, f.KeyWidth},
			{&b.FaceCircle, f.FaceCircle}} {
			if d.mm > 0 {
				*d.into = Dim{d.mm, finding.FromTable}
			}
		}
		if e.Frame != "" {
			r.Note(at+".frame", e.Frame, f.Name, "")
		}
	} else if e.Frame != "" {
		r.Note(at+".frame", e.Frame, e.Frame+", not in the frame tables: its sizes are asked", "")
	}
	for _, d := range []struct {
		field, typed string
		into         *Dim
	}{{"height", e.Height, &b.Height}, {"across", e.Across, &b.Across}, {"along", e.Along, &b.Along},
		{"shoulder", e.Shoulder, &b.Shoulder}, {"shaft", e.Shaft, &b.Shaft},
		{"shaft_length", e.ShaftLength, &b.ShaftLength}, {"face_circle", e.FaceCircle, &b.FaceCircle},
		{"overall", e.Overall, &b.Overall}} {
		if mm := r.one(at+"."+d.field, d.typed, unit.Diameter); mm > 0 {
			*d.into = Dim{mm, finding.Measured}
		}
	}
	if e.Key != "" {
		r.key(at, e.Key, &b)
	}
	if b.Shaft.MM > 0 && !b.Inch {
		if m, _, ok := table.EndThread(b.Shaft.MM); ok {
			b.EndThread, b.EndThreadMark = m, finding.FromTable
		}
	}
	if e.EndThread != "" {
		size := strings.TrimLeft(strings.ToUpper(strings.TrimSpace(e.EndThread)), "M")
		if m := unit.Decimal(size); m >= 2 && m <= 64 && m == math.Trunc(m) {
			b.EndThread, b.EndThreadMark = int(m), finding.Measured
			r.Note(at+".end_thread", e.EndThread, "M"+size, "")
		} else {
			r.Note(at+".end_thread", e.EndThread, "", "a metric thread, like M8")
		}
	}
	b.Box = e.Box
	b.Kilograms = r.one(at+".weight", e.Weight, unit.Weight)
	return b
}

func (r *reader) key(at, typed string, b *Body) {
	width, height := typed, ""
	if m := twoSides.FindStringSubmatch(typed); m != nil {
		width, height = m[1], m[2]
		if tail := strings.TrimLeft(height, "0123456789., /"); tail != "" && strings.Trim(width, "0123456789., "+
			"/") == "" {
			width += " " + tail
		}
	}
	w, ok, err := unit.Diameter.One(width)
	if err != nil || !ok {
		r.Note(at+".key", typed, "", "width × height, like 8 × 7 mm")
		return
	}
	b.KeyWidth = Dim{w, finding.Measured}
	text := unit.Text(w, "mm") + " wide"
	if h, ok, err := unit.Diameter.One(height); err == nil && ok {
		text = unit.Plain(w) + " × " + unit.Text(h, "mm")
	}
	r.Note(at+".key", typed, text, "")
}

// Read reads the entry of a motor whose own plate prints a frame and whose terms are known.
// inches says that the workshop's rules are North American.
func Read(e Entry, plateFrame string, own Terms, inches bool) (f Fit, readings []finding.Reading) {
	r := &reader{finding.Reader{Chapter: "fit"}}
	f.Entry = e
	other, this := r.body("other", e.Other, "", inches), r.body("this", e.This, plateFrame, inches)
	f.Bore = Dim{r.one("bore", e.Bore, unit.Diameter), finding.Measured}
	f.Keyway = Dim{r.one("keyway", e.Keyway, unit.Diameter), finding.Measured}
	f.RoomMM = r.one("room", e.Room, unit.Diameter)
	terms := r.terms(e.Plate)
	f.otherKnown = other.Frame != "" || other.Height.MM > 0 || other.Shaft.MM > 0 || terms.Watts > 0
	f.Old, f.New, f.OldTerms, f.NewTerms = other, this, terms, own
	if e.OtherIs == "new" {
		f.Old, f.New, f.OldTerms, f.NewTerms = this, other, own, terms
	}
	return f, r.Readings
}

func (r *reader) terms(e TermsEntry) (t Terms) {
	t.Watts = r.one("plate.power", e.Power, unit.Power)
	volts, amps := r.one("plate.volts", e.Volts, unit.Volts), r.one("plate.amps", e.Amps, unit.Amps)
	t.RPM = r.one("plate.rpm", e.RPM, unit.RPM)
	switch e.Phases {
	case "3":
		t.VoltAmps = math.Sqrt(3) * volts * amps
	case "1":
		if amps == 0 && t.Watts > 0 && volts > 0 {
			if table, _, ok := table.SinglePhaseAmps(t.Watts/unit.WattsPerHorsepower, volts); ok {
				amps, t.FromTable = table, true
			}
		}
		t.VoltAmps = volts * amps
	case "dc":
		t.VoltAmps = volts * amps
	}
	if t.Watts > 0 && t.RPM > 0 {
		t.SlowRPM, t.SlowNm, t.SlowBy = t.RPM, t.Torque(), oneSpeed
	}
	return t
}

const oneSpeed = "one speed"
