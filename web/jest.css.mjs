// A style sheet as tests see it: nothing.
export default {};
