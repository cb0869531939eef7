"""Services outside this program, each behind one interface: what answers may be a stand-in or the real one."""
