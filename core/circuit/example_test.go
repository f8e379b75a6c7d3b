package circuit_test

import (
	"fmt"
	"math/cmplx"

	"graybridge/core/circuit"
)

// A capacitor of 50 µF across 230 V and 50 Hz carries V·2πfC.
func Example() {
	s, err := circuit.Compile(&circuit.Circuit{
		FrequencyHz: 50, Reference: "N",
		Sources:  []circuit.Source{{Name: "line", From: "L", To: "N", VoltsRMS: 230}},
		Elements: []circuit.Element{{Name: "can", Kind: circuit.Capacitor, From: "L", To: "N", Microfarad: 50}},
	})
	if err != nil {
		fmt.Println(err)
		return
	}
	if err := s.Solve(); err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.2f A\n", cmplx.Abs(s.ElementAmps(0)))
	// Output: 3.61 A
}
