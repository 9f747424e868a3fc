-- What a person reads a control in, where that is otherwise than its class does; null for as the class does.
alter table personal_offsets
  add column measure text check (measure in ('millimetre', 'centimetre', 'inch', 'handWidth', 'handSpan', 'fist', 'fingerWidth',
    'elbowToPalm', 'wristToElbow', 'elbowToPalmEnd', 'elbowToFingertip'));
