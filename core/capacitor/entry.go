package capacitor

// Entry is the bridge as chosen. Empty fields follow the plan.
type Entry struct {
	Microfarad string `json:"microfarad,omitempty" example:"52" doc:"in circuit; empty: the plan's" device:"run capacitor"`
	CornerTo   string `json:"corner_to,omitempty" enum:"L1,L2"`
	Drawer     string `json:"drawer,omitempty" example:"40, 12, 2×30" doc:"the owner's own run capacitors"`
	Start      string `json:"start_microfarad,omitempty" example:"100" doc:"of a start capacitor; empty: none" device:"start capacitor"`
	// Of the open pair of two capacitors; empty: the plan's.
	PairFirst  string `json:"pair_first_microfarad,omitempty" example:"20" doc:"of two capacitors, the one to L2" device:"first capacitor"`
	PairSecond string `json:"pair_second_microfarad,omitempty" example:"34" doc:"of two capacitors, the one to L1" device:"second capacitor"`
	// StartBy is what takes the start capacitor out again.
	StartBy   StartBy   `json:"start_by,omitempty" enum:"button,relay"`
	Reversing Reversing `json:"reversing,omitempty" enum:"switch,contactors" doc:"the capacitor is moved in daily use"`
	Trim      string    `json:"trim,omitempty" by:"hand" entry:"lines" example:"52 µF: leads 4.1 3.8 2.2" doc:"readings on the bridge"`
}

// StartBy is the device that puts a start capacitor in and out.
type StartBy string

// The devices.
const (
	ByButton StartBy = "button" // spring-return, held by hand
	ByRelay  StartBy = "relay"  // opens by the corner's volts
)

// Reversing is how the direction is changed in daily use.
type Reversing string

// What moves the capacitor's line end between L1 and L2.
const (
	BySwitch     Reversing = "switch"
	ByContactors Reversing = "contactors" // a pair, each held off by the other
)

// Method limits, shaft watts: above the first it is a bad compromise, above the
// second another bridge is the answer.
const (
	CeilingCaution = 3000.0
	CeilingStop    = 4100.0 // just above 5 hp and 4 kW plates
)
